// Blends of a mixing hot end, each as a bar divided into its shares; the numbers are beside it.
import { plain } from '../../core/format.ts'

type Props = { blends: readonly { name: string; shares: readonly number[] }[] }

/** Two inks for the first inputs, and greys for the others: the loaded filament is unknown. */
const inks = ['var(--heat)', 'var(--move)', 'var(--ink-soft)', 'var(--ink)']

export function Swatches({ blends }: Props) {
  if (blends.length === 0) return null
  return (
    <ul aria-label="Blends" className="mt-1.5 flex flex-wrap gap-x-3 gap-y-1">
      {blends.map(({ name, shares }) => (
        <li key={name} className="flex items-center gap-1.5 text-small">
          <span aria-hidden className="flex h-4 w-14 overflow-hidden rounded-sm border border-ink">
            {shares.map((share, input) => (
              <span
                // biome-ignore lint/suspicious/noArrayIndexKey: an input is its place
                key={input}
                style={{ width: `${share * 100}%`, background: inks[input % inks.length] }}
              />
            ))}
          </span>
          <b className="font-mono">{name}</b>
          <span>{shares.map(share => plain(share * 100, 1)).join(' / ')} %</span>
        </li>
      ))}
    </ul>
  )
}
