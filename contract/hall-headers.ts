/** Headers of the hall. */

/** Carries the secret of the link, as `Link <secret>`. */
export const HALL_SECRET_HEADER = 'Authorization';
/** Carries the secret of the one phone that opened the link, made by that phone. */
export const HALL_PHONE_HEADER = 'Emvex-Phone';
