// In which order the printers stand: a person's own first, the last used on top; the examples behind them, as they came.
import type { ShelfPrinter } from '../../state/api.ts'

type Ordered = Pick<ShelfPrinter, 'example'> & { scripts: readonly { changedAt: string }[] }

const lastUsed = ({ scripts }: Ordered): string =>
  scripts.reduce((latest, { changedAt }) => (changedAt > latest ? changedAt : latest), '')

export function inOrder<P extends Ordered>(printers: readonly P[], examplesToo: boolean): P[] {
  const own = printers.filter(({ example }) => !example)
  const latest = [...own].sort((a, b) => (lastUsed(b) > lastUsed(a) ? 1 : lastUsed(b) < lastUsed(a) ? -1 : 0))
  return examplesToo ? [...latest, ...printers.filter(({ example }) => example)] : latest
}
