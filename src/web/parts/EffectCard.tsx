// What a change of the printer would do to its scripts, before it is saved.
import { useEffect, useState } from 'react'
import * as v from 'valibot'
import type { Effect } from '../../core/compare/printer-change.ts'
import { duration, plural } from '../../core/format.ts'
import type { SavedScript } from '../../core/model/kept.ts'
import { Printer } from '../../core/model/printer.ts'
import type { Things } from '../state/api.ts'
import { useScriptsOf } from '../state/asking.ts'
import { effectsAside } from '../state/rehearser.ts'
import { usualSetting } from '../state/setting.ts'
import { Failed } from './Failed.tsx'
import { PageLink } from './Press.tsx'
import { Waiting } from './Waiting.tsx'
import { unparted } from './words.ts'

/** The same card for a printer whose scripts are not at hand. */
export function PrinterEffect({ printerId, before, after }: { printerId: number; before: Printer; after: Printer }) {
  const asked = useScriptsOf(printerId)
  return asked.data ? (
    <EffectCard before={before} after={after} {...asked.data} />
  ) : (
    <Waiting on={[asked]} what="its scripts" />
  )
}

type Props = { before: Printer; after: Printer; scripts: readonly SavedScript[]; things: Things }

/** Less than this, s, is not worth a word. */
const worthS = 1

export function EffectCard({ before, after, scripts, things }: Props) {
  const [effects, setEffects] = useState<Effect[] | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [attempt, setAttempt] = useState(0)
  const valid = v.is(Printer, after)
  const wanted = JSON.stringify(after)
  const changed = JSON.stringify(before) !== wanted
  // biome-ignore lint/correctness/useExhaustiveDependencies: the printer is told by what is in it, made anew at each drawing or not
  useEffect(() => {
    setEffects(null)
    setProblem(null)
    if (!changed || !valid) return
    let left = false
    // Typing goes on; the newest is rehearsed.
    const timer = setTimeout(() => {
      const runs = scripts.flatMap(script => {
        const setting = usualSetting(script, things)
        return setting
          ? [
              {
                id: script.id,
                text: script.text,
                before: { ...setting, printer: before },
                after: { ...setting, printer: after },
              },
            ]
          : []
      })
      effectsAside(runs).then(
        found => !left && setEffects(found),
        (error: Error) => !left && setProblem(error.message),
      )
    }, 250)
    return () => {
      left = true
      clearTimeout(timer)
    }
  }, [before, wanted, scripts, things, changed, valid, attempt])
  const touched = effects?.filter(
    ({ come, go, beforeS, afterS }) => come.length + go.length > 0 || Math.abs(afterS - beforeS) >= worthS,
  )
  return (
    <section aria-label="What this changes" className="rounded-card border border-rule bg-raised px-4 py-3">
      <h2 className="font-serif text-[17px] font-semibold">What this changes</h2>
      {!changed && (
        <p className="text-[14px] text-soft">
          Nothing is changed yet. {plural(scripts.length, 'script')} will be rehearsed again as you write.
        </p>
      )}
      {changed && !valid && <p className="text-[14px] text-warn">Something here does not fit yet.</p>}
      <Failed
        why={problem && `What it changes could not be worked out. ${problem}`}
        onRetry={() => setAttempt(attempt + 1)}
      />
      {changed && valid && !effects && !problem && (
        <p className="text-[14px] text-soft">Rehearsing {plural(scripts.length, 'script')}…</p>
      )}
      {touched?.length === 0 && <p className="text-[14px] text-good">No script’s findings or time change.</p>}
      <ul className="max-h-72 overflow-auto">
        {touched?.map(({ id, come, go, beforeS, afterS }) => (
          <li key={id} className="border-t border-rule py-1.5 text-[14px]">
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
                <b className="text-bad">comes:</b> line {line}: {unparted(message)}
              </p>
            ))}
            {go.map(({ line, message }) => (
              <p key={`-${line}${message}`} className="text-soft">
                <b className="text-good">goes:</b> line {line}: {unparted(message)}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </section>
  )
}
