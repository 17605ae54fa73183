// Reads a number from a line of a print file, optimised for speed.

/** The number after a letter, from an offset on; NaN if there is none before a comment. */
export function numberAfter(line: string, letter: string, from: number): number {
  for (let at = from; at < line.length; at++) {
    const char = line[at]
    if (char === ';') return Number.NaN
    if (char === letter) return Number.parseFloat(line.slice(at + 1, at + 24))
  }
  return Number.NaN
}
