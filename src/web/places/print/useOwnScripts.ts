// The scripts that a print of a printer takes: of each moment the one saved last, or the one chosen; with what is not saved yet.
import { useEffect, useState } from 'react'
import type { ScriptHead } from '../../../core/model/kept.ts'
import { Moment } from '../../../core/model/moment.ts'
import type { Scripts } from '../../../core/print/situation.ts'
import { api } from '../../state/api.ts'
import { findDraft, savedDraftKey } from '../../state/drafts.ts'
import { fromEditor } from '../../state/separator.ts'

export type Picked = Partial<Record<Moment, number | null>>

/** By moment: the heads there are, the newest first, and the one that is taken; null for none. */
export type MomentScripts = { moment: Moment; heads: ScriptHead[]; taken: ScriptHead | null }

export function scriptsByMoment(heads: readonly ScriptHead[], picked: Picked): MomentScripts[] {
  return Moment.options.flatMap(moment => {
    const own = heads
      .filter(each => each.moment === moment)
      .toSorted((a, b) => b.changedAt.localeCompare(a.changedAt) || a.id - b.id)
    if (own.length === 0) return []
    const wanted = picked[moment]
    const taken = wanted === null ? null : (own.find(({ id }) => id === wanted) ?? own[0] ?? null)
    return [{ moment, heads: own, taken }]
  })
}

type Texts = { scripts: Scripts; unsaved: string[] }

/** The texts of those taken; null until they have come. */
export function useTexts(taken: readonly MomentScripts[]): { texts: Texts | null; problem: string | null } {
  const [texts, setTexts] = useState<Texts | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const ids = taken.map(each => each.taken?.id ?? 0).join()
  // biome-ignore lint/correctness/useExhaustiveDependencies: the same scripts are fetched once
  useEffect(() => {
    let wanted = true
    const load = async () => {
      const unsaved: string[] = []
      const entries = await Promise.all(
        taken.flatMap(({ moment, taken: head }) =>
          head
            ? [
                api.script(String(head.id)).then(async saved => {
                  const draft = await findDraft(savedDraftKey(saved))
                  const now = draft && fromEditor(draft.text, draft.separator)
                  if (now !== null && now !== saved.text) unsaved.push(saved.name)
                  return [moment, now ?? saved.text] as const
                }),
              ]
            : [],
        ),
      )
      if (wanted) setTexts({ scripts: Object.fromEntries(entries), unsaved })
    }
    load().catch((error: Error) => wanted && setProblem(error.message))
    return () => {
      wanted = false
    }
  }, [ids])
  return { texts, problem }
}
