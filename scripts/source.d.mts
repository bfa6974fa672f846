export function runSource(file: string): Promise<Record<string, unknown>>;
