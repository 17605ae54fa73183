// A printer on the shelf: its bed with the purge drawn on it, and its scripts by moment.
import { Check } from 'lucide-react'
import { memo } from 'react'
import { duration, plain, plural } from '../../../core/format.ts'
import { configName } from '../../../core/model/files.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import { howLongAgo } from '../../lib/words.ts'
import { BedPicture } from '../../ui/BedPicture.tsx'
import { Card } from '../../ui/Card.tsx'
import { PageLink } from '../../ui/Press.tsx'
import { SeverityMark, seriousOf } from '../../ui/Severity.tsx'
import { ScriptMenu } from './ScriptMenu.tsx'
import type { Summarized } from './useSummaries.ts'
import { Variants } from './Variants.tsx'

type Script = Summarized['scripts'][number]

/** Limit of the files shown; the others can be unfolded. */
const maxFiles = 4

export const PrinterCard = memo(function PrinterCard({ id, printer, example, scripts, files }: Summarized) {
  const start = scripts.find(({ moment }) => momentFacts[moment].runs === 'before')
  return (
    <Card
      flush
      aria-label={printer.name}
      className="flex gap-5 px-4 py-3.5 max-tablet:gap-3 max-tablet:px-3 max-phone:[&>svg]:hidden"
    >
      <BedPicture printer={printer} strokes={start?.summary?.strokes ?? []} probes={start?.summary?.probes ?? false} />
      <div className="min-w-0 flex-1">
        <div className="flex flex-wrap items-baseline gap-x-3 pb-1.5">
          <h2 className="font-serif text-heading font-semibold">
            <PageLink to={`/printers/${id}`} className="hover:text-heat" title={`What ${printer.name} is like`}>
              {printer.name}
            </PageLink>
          </h2>
          {example && <span className="rounded-full border border-rule px-2 text-small text-soft">example</span>}
          <p className="text-control text-soft">{printer.about}</p>
        </div>
        {scripts.length === 0 && (
          <p className="border-t border-rule py-2 text-soft">No script yet. Paste one to begin.</p>
        )}
        <ul>
          {scripts.map(script => (
            <ScriptRow key={script.id} script={script} />
          ))}
        </ul>
        {files.length > 0 && <Files files={files} />}
      </div>
    </Card>
  )
})

/** There may be hundreds of rows, so a row is drawn again only when its own script changes. */
const ScriptRow = memo(function ScriptRow({ script }: { script: Script }) {
  return (
    <li className="border-t border-rule">
      <div className="flex items-center hover:bg-sunk">
        <PageLink
          to={`/desk/${script.id}`}
          className="grid grid-cols-[8.5rem_minmax(8rem,1fr)_9rem_6rem_7rem] max-wide:grid-cols-[7rem_minmax(4rem,1fr)_8.5rem_5.5rem] max-tablet:grid-cols-[minmax(5rem,1fr)_6.5rem] items-center min-w-0 flex-1 gap-3 max-wide:gap-2 px-1 py-1.5"
        >
          <span className="text-control text-soft max-tablet:order-3">{momentFacts[script.moment].when}</span>
          <span className="truncate font-semibold" title={script.name}>
            {script.name}
          </span>
          <span className="text-control text-soft max-tablet:order-4 max-tablet:text-right">{outcome(script)}</span>
          <span className="text-control text-soft max-wide:hidden">{howLongAgo(script.changedAt, new Date())}</span>
          <Verdict script={script} />
        </PageLink>
        <ScriptMenu script={script} />
      </div>
      {(script.variants > 1 || script.backTo !== null) && <Variants script={script} />}
    </li>
  )
})

/** The config and macro files of a printer, each a link to the Desk. */
function Files({ files }: Pick<Summarized, 'files'>) {
  const link = ({ id, file, name }: Summarized['files'][number]) => (
    <PageLink
      key={id}
      to={`/desk/${id}`}
      title={name}
      className="rounded-button px-1.5 py-0.5 font-mono text-small hover:bg-sunk"
    >
      {file || configName}
    </PageLink>
  )
  return (
    <div className="flex flex-wrap items-baseline gap-x-1 border-t border-rule pt-1.5 text-control">
      <span className="w-[8.5rem] px-1 text-soft max-tablet:w-auto">config and macros</span>
      <span className="min-w-0 flex-1">
        {files.slice(0, maxFiles).map(link)}
        {files.length > maxFiles && (
          <details className="inline">
            <summary className="inline cursor-pointer px-1.5 text-soft">and {files.length - maxFiles} more</summary>
            {files.slice(maxFiles).map(link)}
          </details>
        )}
      </span>
    </div>
  )
}

const outcome = ({ summary, moment }: Script): string =>
  summary === null
    ? ''
    : momentFacts[moment].runs === 'before'
      ? `${duration(summary.durationS)} · ${plain(summary.massG, 2)} g`
      : duration(summary.durationS)

function Verdict({ script }: { script: Script }) {
  if (!script.summary) return <span className="text-right text-control text-soft">rehearsing…</span>
  const { findings, failsFor } = script.summary
  const serious = seriousOf(findings)
  const worst = serious[0]
  if (!worst && failsFor.length > 0)
    return (
      <span
        className="flex items-center justify-end gap-1.5 text-control font-semibold"
        title={`Would go wrong for ${failsFor.join(', ')}`}
      >
        <SeverityMark severity="error" />
        fails for {failsFor.length === 1 ? failsFor[0] : plural(failsFor.length, 'job')}
      </span>
    )
  if (!worst)
    return (
      <span className="flex items-center justify-end gap-1 text-control font-semibold whitespace-nowrap text-good">
        <Check size={15} aria-hidden />
        no problems
      </span>
    )
  return (
    <span className="flex items-center justify-end gap-1.5 text-control font-semibold">
      <SeverityMark severity={worst.severity} />
      {plural(serious.length, 'finding')}
    </span>
  )
}
