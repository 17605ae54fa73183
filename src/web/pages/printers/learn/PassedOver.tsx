// Lines that were read and not used, each with its reason; equal reasons are shown once.
import { plural } from '../../../../core/format.ts'
import type { PassedOver as Passed } from '../../../../core/learn/learn.ts'

type Together = { file: string; why: string; lines: number[] }

function together(passedOver: readonly Passed[]): Together[] {
  const found = new Map<string, Together>()
  for (const { file, line, why } of passedOver) {
    const key = `${file}\n${why}`
    const entry = found.get(key) ?? { file, why, lines: [] }
    if (line !== null) entry.lines.push(line)
    found.set(key, entry)
  }
  return [...found.values()]
}

export function PassedOver({ passedOver }: { passedOver: readonly Passed[] }) {
  if (passedOver.length === 0) return null
  const all = together(passedOver)
  return (
    <details className="rounded-card border border-rule px-4 py-2.5 text-control">
      <summary className="cursor-pointer font-serif text-lead font-semibold">
        {plural(passedOver.length, 'line')} passed over, with the reason
      </summary>
      <ul className="mt-1.5 grid gap-1">
        {all.map(({ file, why, lines }) => (
          <li key={`${file} ${why}`}>
            {why}{' '}
            <span className="text-soft">
              <span className="font-mono text-small">{file}</span>
              {lines.length > 0 && ` ${lines.join(', ')}`}
            </span>
          </li>
        ))}
      </ul>
    </details>
  )
}
