export function prose(length: number, seed?: number): string
export function differentWords(text: string): number
