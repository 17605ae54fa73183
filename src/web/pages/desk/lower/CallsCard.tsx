// The commands that a line with a macro call ran, each with its sentence.
import { useState } from 'react'
import { duration, plural } from '../../../../core/format.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { unparted } from '../../../lib/words.ts'
import { Choice } from '../../../ui/Choice.tsx'
import { PageLink } from '../../../ui/Press.tsx'
import { ScrollRegion } from '../../../ui/ScrollRegion.tsx'
import { useFileLink } from '../useFileLink.ts'

/** The file and line of a command in the machine's own files. */
function Place({ to, file, line }: { to: string | null; file: string | null; line: number | null }) {
  if (line === null) return null
  const words = `${file ?? 'config'}, line ${line}`
  return to ? (
    <PageLink to={to} className="text-small whitespace-nowrap text-soft underline underline-offset-2">
      {words}
    </PageLink>
  ) : (
    <span className="text-small text-soft">{words}</span>
  )
}

export function CallsCard({ calls }: { calls: DeskRound['calls'] }) {
  const [line, setLine] = useState<number | null>(null)
  const call = calls.find(each => each.line === line) ?? calls[0]
  const linkTo = useFileLink()
  if (!call) return null
  return (
    <div className="flex h-full flex-col">
      {calls.length > 1 && (
        <div className="px-3.5 pt-1">
          <Choice
            name="Called in"
            value={String(call.line)}
            options={calls.map(each => ({ value: String(each.line), label: `line ${each.line}: ${each.text}` }))}
            onChange={value => setLine(Number(value))}
          />
        </div>
      )}
      <ScrollRegion as="ol" aria-label={`What line ${call.line} ran`} className="min-h-0 flex-1 px-3.5 py-1">
        {call.commands.map(({ text, says, startS, file, at }, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the same command may run many times
          <li key={i} className="grid grid-cols-[4.5rem_minmax(0,0.8fr)_minmax(0,1.2fr)] gap-x-3 py-0.5">
            <span className="text-right text-small text-soft">{duration(startS)}</span>
            <span className="truncate font-mono text-small" title={text}>
              {text}
            </span>
            <span className="text-control">
              {unparted(says)} <Place to={at === null ? null : linkTo(file, at)} file={file} line={at} />
            </span>
          </li>
        ))}
        {call.left > 0 && <li className="text-soft">and {plural(call.left, 'more command')}</li>}
        {call.commands.length === 0 && <li className="text-soft">It ran nothing.</li>}
      </ScrollRegion>
    </div>
  )
}
