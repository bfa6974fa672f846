/**
 * The answer of a function that reads what a person typed: a value, or a fault that says
 * what is wrong and what would be right. Such functions never throw on any text.
 */
export type Result<T, F = Fault> = { ok: true; value: T } | { ok: false; fault: F };

/** What is wrong with a typed value. `choices` are offered where the text can be read in several ways. */
export interface Fault {
  /** Short stable word for programs, such as `empty` or `ambiguous`. */
  code: string;
  /** One or two plain sentences for people: what is wrong, and what would be right. */
  message: string;
  choices?: string[];
}

export function accepted<T>(value: T): { ok: true; value: T } {
  return { ok: true, value };
}

export function refused(
  code: string,
  message: string,
  choices?: string[],
): { ok: false; fault: Fault } {
  return { ok: false, fault: choices ? { code, message, choices } : { code, message } };
}
