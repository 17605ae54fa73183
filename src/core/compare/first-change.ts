// Where two texts begin to differ.

/** The first line, from 1, on which the second text is not as the first. */
export function firstChange(before: string, after: string): number {
  let line = 1
  for (let i = 0; i < after.length && before[i] === after[i]; i++) if (after[i] === '\n') line++
  return line
}
