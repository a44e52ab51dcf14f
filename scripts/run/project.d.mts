export const ROOT: string;
/** What serves the built application. */
export const SERVER: string;
export function bin(name: string): string;
/** Where the browser is; CHROMIUM names another one. */
export function chromiumPath(): string;
/** How it is started. */
export const CHROMIUM_ARGS: string[];
