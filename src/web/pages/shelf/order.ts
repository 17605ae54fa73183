// The order of the printers: the person's own first, most recently used on top; then the examples in their original
// order.
import type { ShelfPrinter } from '../../state/api.ts'

type Ordered = Pick<ShelfPrinter, 'example'> & { scripts: readonly { changedAt: string }[] }

const lastUsed = ({ scripts }: Ordered): string =>
  scripts.reduce((latest, { changedAt }) => (changedAt > latest ? changedAt : latest), '')

export function inOrder<P extends Ordered>(printers: readonly P[], examplesToo: boolean): P[] {
  const own = printers.filter(({ example }) => !example)
  const latest = [...own].sort((a, b) => (lastUsed(b) > lastUsed(a) ? 1 : lastUsed(b) < lastUsed(a) ? -1 : 0))
  return examplesToo ? [...latest, ...printers.filter(({ example }) => example)] : latest
}
