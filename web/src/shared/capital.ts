/** A name at the head of a line: its first letter large. */
export const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)
