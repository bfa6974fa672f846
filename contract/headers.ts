/** Headers and media types of the API. */

/** Header that carries the client's UUIDv7 of a change, so that it may be sent twice. */
export const CHANGE_HEADER = 'Emvex-Change';
/** Header that says who makes the change: a person's code. */
export const PERSON_HEADER = 'Emvex-Person';
/** Header by which a page says which of these addresses and shapes it was built for. */
export const PAGE_HEADER = 'Emvex-Page';
/** Grows whenever a page of before would ask or be answered in words that are none any more. */
export const PAGE_REVISION = '2';
/** Answered to a page of before: it reloads, and what it kept is sent by the page that comes. */
export const OLD_PAGE_STATUS = 426;
/** Header that carries the identity of a lab: that a change was made in, that answers. */
export const LAB_HEADER = 'Emvex-Lab';
/** Answered to a change of another lab than the one that is served: it is kept, and goes there. */
export const OTHER_LAB_STATUS = 421;
export const JSON_TYPE = 'application/json';
export const PROBLEM_TYPE = 'application/problem+json';
