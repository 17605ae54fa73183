// The texts of the scripts that a print runs, including unsaved changes.
import { useCallback } from 'react'
import type { Moment } from '../../../core/model/moment.ts'
import type { Scripts } from '../../../core/print/situation.ts'
import { unsavedChangeOf } from '../../drafts/scripts.ts'
import { useComputed } from '../../lib/useComputed.ts'
import { api } from '../../state/api.ts'
import type { MomentScripts } from '../../state/scripts-by-moment.ts'
import { fromEditor } from '../../state/separator.ts'

export type Texts = {
  scripts: Scripts
  /** The names of the scripts with unsaved changes. */
  unsaved: string[]
}

async function textsOf(taken: readonly MomentScripts[]): Promise<Texts> {
  const heads = taken.flatMap(({ moment, taken: head }) => (head ? [{ moment, id: head.id }] : []))
  const saved = await api.scripts(heads.map(({ id }) => id))
  const unsaved: string[] = []
  const texts: [Moment, string][] = []
  for (const { moment, id } of heads) {
    const script = saved.find(each => each.id === id)
    if (!script) continue
    const draft = await unsavedChangeOf(script)
    const text = draft ? fromEditor(draft.text, draft.about.separator) : script.text
    if (text !== script.text) unsaved.push(script.name)
    texts.push([moment, text])
  }
  return { scripts: Object.fromEntries(texts), unsaved }
}

/** The texts of the chosen scripts; loaded again when the choice changes. */
export function useTexts(taken: readonly MomentScripts[]) {
  const ids = taken.map(each => each.taken?.id ?? 0).join()
  // biome-ignore lint/correctness/useExhaustiveDependencies: the same scripts are fetched once
  return useComputed(useCallback(() => textsOf(taken), [ids]))
}
