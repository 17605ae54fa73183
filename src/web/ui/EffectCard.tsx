// Shows the effect of a printer's change on its scripts before it is saved.
import { useCallback } from 'react'
import * as v from 'valibot'
import { duration, plural } from '../../core/format.ts'
import { Printer } from '../../core/model/printer.ts'
import type { SavedScript } from '../../core/model/stored.ts'
import { useComputed } from '../lib/useComputed.ts'
import { useDebounced } from '../lib/useDebounced.ts'
import { unparted } from '../lib/words.ts'
import type { Things } from '../state/api.ts'
import { useScriptsOf } from '../state/queries.ts'
import { usualSetting } from '../state/rehearsal-input.ts'
import { inWorker } from '../state/rehearser.ts'
import { Card } from './Card.tsx'
import { Failed } from './Failed.tsx'
import { Pending } from './Pending.tsx'
import { PageLink } from './Press.tsx'

/** The same card for a printer whose scripts have to be loaded first. */
export function PrinterEffect({ printerId, before, after }: { printerId: number; before: Printer; after: Printer }) {
  const query = useScriptsOf(printerId)
  return query.data ? (
    <EffectCard before={before} after={after} {...query.data} />
  ) : (
    <Pending on={[query]} what="its scripts" />
  )
}

type Props = { before: Printer; after: Printer; scripts: readonly SavedScript[]; things: Things }

/** The effect is calculated once nothing has been typed for this long, ms. */
const settlesInMs = 250
/** Smaller changes of the duration, s, are not shown. */
const worthS = 1

export function EffectCard({ before, after, scripts, things }: Props) {
  const valid = v.is(Printer, after)
  // Compared as JSON, because a form makes a new object each time it is drawn.
  const wanted = JSON.stringify(after)
  const changed = JSON.stringify(before) !== wanted
  const settled = useDebounced(wanted, settlesInMs)
  const { data, error, refetch } = useComputed(
    useCallback(() => {
      const printer: Printer = JSON.parse(settled)
      const runs = scripts.flatMap(script => {
        const setting = usualSetting(script, things)
        if (!setting) return []
        const { id, text } = script
        return [{ id, text, before: { ...setting, printer: before }, after: { ...setting, printer } }]
      })
      return inWorker(tasks => tasks.effectsOf(runs))
    }, [before, settled, scripts, things]),
    changed && valid && settled === wanted,
  )
  const effects = settled === wanted ? data : undefined
  const touched = effects?.filter(
    ({ come, go, beforeS, afterS }) => come.length + go.length > 0 || Math.abs(afterS - beforeS) >= worthS,
  )
  return (
    <Card aria-label="What this changes">
      <h2 className="font-serif text-lead font-semibold">What this changes</h2>
      {!changed && (
        <p className="text-control text-soft">
          Nothing is changed yet. {plural(scripts.length, 'script')} will be rehearsed again as you write.
        </p>
      )}
      {changed && !valid && <p className="text-control text-warn">Something here does not fit yet.</p>}
      <Failed
        why={error && `What it changes could not be calculated. ${error.message}`}
        onRetry={() => void refetch()}
      />
      {changed && valid && !effects && !error && (
        <p className="text-control text-soft">Rehearsing {plural(scripts.length, 'script')}…</p>
      )}
      {touched?.length === 0 && <p className="text-control text-good">No script’s findings or time change.</p>}
      <ul className="max-h-72 overflow-auto">
        {touched?.map(({ id, come, go, beforeS, afterS }) => (
          <li key={id} className="border-t border-rule py-1.5 text-control">
            <p className="flex gap-2">
              <PageLink to={`/desk/${id}`} className="min-w-0 flex-1 truncate font-semibold hover:text-heat">
                {scripts.find(script => script.id === id)?.name}
              </PageLink>
              {Math.abs(afterS - beforeS) >= worthS && (
                <span className="whitespace-nowrap text-soft">
                  {duration(beforeS)} → <b className="text-ink">{duration(afterS)}</b>
                </span>
              )}
            </p>
            {come.map(({ line, message }) => (
              <p key={`+${line}${message}`}>
                <b className="text-bad">new:</b> line {line}: {unparted(message)}
              </p>
            ))}
            {go.map(({ line, message }) => (
              <p key={`-${line}${message}`} className="text-soft">
                <b className="text-good">gone:</b> line {line}: {unparted(message)}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </Card>
  )
}
