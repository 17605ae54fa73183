// The kinds of changes, each with a word and a symbol: never by colour alone.
import { type ChangeKind, kindWords } from '../../../core/carry/outcomes.ts'

export const kindChars: Record<ChangeKind, string> = {
  same: '=',
  changed: '≠',
  'left-out': '−',
  added: '+',
  asks: '?',
  refused: '×',
}

export const kindLooks: Record<ChangeKind, string> = {
  same: 'text-soft',
  changed: 'text-heat',
  'left-out': 'text-soft',
  added: 'text-good',
  asks: 'text-warn',
  refused: 'text-bad',
}

/** “3 changed, 2 left out”: all kinds but unchanged, in order. */
export function countedKinds(kinds: readonly ChangeKind[]): string {
  const order: ChangeKind[] = ['changed', 'added', 'left-out', 'asks', 'refused']
  const parts = order.flatMap(kind => {
    const count = kinds.filter(each => each === kind).length
    return count ? [`${count} ${kindWords[kind]}`] : []
  })
  return parts.join(', ') || 'all the same'
}
