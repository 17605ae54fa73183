// What all the templates, macro files and loops of one rehearsal may use together, whatever they do to get more.

/**
 * Expressions and parts of templates that are worked out; characters that they make; lines that loops and files run again, and a
 * part of the moves that those make. */
const max = { steps: 200_000, text: 4_000_000, values: 1_000_000, repeats: 10_000 }
export type Kind = keyof typeof max

const words: Record<Kind, string> = {
  steps: 'The macros and files up to here take more than 200,000 steps',
  text: 'The macros and files up to here make more than four million characters',
  values: 'The macros and files up to here keep more than a million values',
  repeats: 'Loops and files up to here run more than 10,000 lines, or very many moves',
}

/** Counts down; `why` says what has been used up, null while nothing has. */
export class Budget {
  why: string | null = null
  private readonly left = { ...max }

  /** Takes so much of one sort; false where there is no more of it. */
  take(kind: Kind, amount = 1): boolean {
    this.left[kind] -= amount
    if (this.left[kind] >= 0) return true
    this.why ??= `${words[kind]}. The rehearsal stops here.`
    return false
  }
}
