export function browserPath(): string | undefined;
