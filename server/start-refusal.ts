/** A start that cannot be made, with a message for the person at the terminal. */
export class StartRefusal extends Error {}
