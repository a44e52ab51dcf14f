export const ROOT: string;
export function bin(name: string): string;
