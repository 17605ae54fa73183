// What becomes of lines, and what is added between them.

export type ChangeKind = 'same' | 'changed' | 'left-out' | 'added' | 'asks' | 'refused'
/** What became of a line, in a word. */
export const kindWords: Readonly<Record<ChangeKind, string>> = {
  same: 'the same',
  changed: 'changed',
  'left-out': 'left out',
  added: 'added',
  asks: 'asks',
  refused: 'refused',
}

export type Outcome = { kind: ChangeKind; became: readonly string[]; why: string }
/** Lines that the script lacks there, behind one of its lines; 0 for its beginning. */
export type Addition = { after: number; rank: Rank; lines: readonly string[]; why: string }

/** In which order what is added behind the same line stands there. */
export const ranks = ['tool', 'align', 'levelling', 'heat', 'soak', 'counting'] as const
export type Rank = (typeof ranks)[number]

export type Walked = {
  outcomes: ReadonlyMap<number, Outcome>
  additions: readonly Addition[]
  /** Lines whose number on the way back would not be what it was: shortened, held to a limit. */
  held: ReadonlySet<number>
}
