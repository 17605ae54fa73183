// The outcomes of lines, and additions between them.

export type ChangeKind = 'same' | 'changed' | 'left-out' | 'added' | 'asks' | 'refused'
/** An outcome in one word. */
export const kindWords: Readonly<Record<ChangeKind, string>> = {
  same: 'the same',
  changed: 'changed',
  'left-out': 'left out',
  added: 'added',
  asks: 'asks',
  refused: 'refused',
}

export type Outcome = { kind: ChangeKind; became: readonly string[]; why: string }
/** Lines added after a line of the script; after 0 is its start. */
export type Addition = { after: number; rank: Rank; lines: readonly string[]; why: string }

/** The order of additions after the same line. */
export const ranks = ['tool', 'align', 'levelling', 'heat', 'soak', 'counting'] as const
export type Rank = (typeof ranks)[number]

export type Walked = {
  outcomes: ReadonlyMap<number, Outcome>
  additions: readonly Addition[]
  /** Lines whose numbers were shortened or limited, so that carrying back would not restore them. */
  held: ReadonlySet<number>
}
