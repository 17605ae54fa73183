// The texts of the scripts that a print of a printer takes, with what is not saved yet.
import { useEffect, useState } from 'react'
import type { Scripts } from '../../../core/print/situation.ts'
import { unsavedChangeOf } from '../../drafts/scripts.ts'
import { api } from '../../state/api.ts'
import type { MomentScripts } from '../../state/byMoment.ts'
import { fromEditor } from '../../state/separator.ts'

type Texts = { scripts: Scripts; unsaved: string[] }

/** The texts of those taken; null until they have come. */
export function useTexts(taken: readonly MomentScripts[]): { texts: Texts | null; problem: string | null } {
  const [texts, setTexts] = useState<Texts | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const ids = taken.map(each => each.taken?.id ?? 0).join()
  // biome-ignore lint/correctness/useExhaustiveDependencies: the same scripts are fetched once
  useEffect(() => {
    let wanted = true
    setProblem(null)
    const load = async () => {
      const unsaved: string[] = []
      const entries = await Promise.all(
        taken.flatMap(({ moment, taken: head }) =>
          head
            ? [
                api.script(String(head.id)).then(async saved => {
                  const draft = await unsavedChangeOf(saved)
                  const now = draft && fromEditor(draft.text, draft.about.separator)
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
