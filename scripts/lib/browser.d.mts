export const CHROMIUM_ARGS: string[];
export function chromiumPath(log?: (line: string) => void): string;
