// Reads one number of a line of a print file, as fast as that can be done.

/** A number after a letter in a line, from `from` on; NaN where there is none before a comment. */
export function numberAfter(line: string, letter: string, from: number): number {
  for (let at = from; at < line.length; at++) {
    const char = line[at]
    if (char === ';') return Number.NaN
    if (char === letter) return Number.parseFloat(line.slice(at + 1, at + 24))
  }
  return Number.NaN
}
