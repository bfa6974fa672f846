/** Texts in files that spreadsheets open: none of them is run as a formula. */

/** A spreadsheet takes a field that begins so for a formula and runs it. */
const FORMULA = /^['\t\r]*[=+\-@]/;
const GUARDED = /^'['\t\r]*[=+\-@]/;

/** A text that no spreadsheet runs: an apostrophe before it, which `unguarded` takes off again. */
export const guardFormula = (text: string): string => (FORMULA.test(text) ? `'${text}` : text);

/** A text without the apostrophe that keeps spreadsheets from running it. */
export const unguarded = (text: string): string => (GUARDED.test(text) ? text.slice(1) : text);
