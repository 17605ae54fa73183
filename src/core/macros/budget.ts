// Limits shared by all templates, macro files and loops of one rehearsal.

/**
 * Limits: expressions and template parts evaluated; characters made; values stored; lines repeated by loops and files,
 * and a share of their moves.
 */
const max = { steps: 200_000, text: 4_000_000, values: 1_000_000, repeats: 10_000 }
export type Kind = keyof typeof max

const words: Record<Kind, string> = {
  steps: 'The macros and files up to here take more than 200,000 steps',
  text: 'The macros and files up to here make more than four million characters',
  values: 'The macros and files up to here keep more than a million values',
  repeats: 'Loops and files up to here run more than 10,000 lines, or very many moves',
}

/** Counts down the limits. `why` says which limit is used up; null while none is. */
export class Budget {
  why: string | null = null
  private readonly left = { ...max }

  /** Uses an amount of one limit; returns false if not enough is left. */
  take(kind: Kind, amount = 1): boolean {
    this.left[kind] -= amount
    if (this.left[kind] >= 0) return true
    this.why ??= `${words[kind]}. The rehearsal stops here.`
    return false
  }
}
