// The draft of the open script: unsaved text is stored in this browser until it is saved.
import type { ScriptDraft } from '../drafts/scripts.ts'
import { dropDraft, writeDraft } from '../drafts/store.ts'
import { whenPainted } from './after-paint.ts'
import { hasUnsavedChange, type Open, useDesk } from './desk.ts'
import type { Chosen } from './rehearsal-input.ts'

const { getState } = useDesk

let draftTimer: ReturnType<typeof setTimeout> | undefined

/** Whether something was changed since the script was opened: only then does this tab write a draft. */
let touched = false

/** Writes this tab's draft of the open script, or deletes it if nothing differs from the saved text. */
export function writeDraftNow(): void {
  clearTimeout(draftTimer)
  const { open } = getState()
  if (!open) return
  if (!hasUnsavedChange(open)) void dropDraft(open.key)
  else if (touched) writeDraft(open.key, aboutOpen(open), open.text)
}

export const aboutOpen = ({ chosen, separator, suggestedName, saved, pasted }: Open): ScriptDraft['about'] => ({
  ...pickChosen(chosen),
  separator,
  name: suggestedName,
  base: saved?.revision ?? 0,
  baseAt: saved?.changedAt ?? '',
  identity: saved?.identity ?? '',
  pasted,
})

/**
 * Up to the first length, in characters, a draft is written within the key event itself, which takes some tenths of a
 * millisecond, so that not even an immediate crash loses the letter. Up to the second length it is written once the
 * letter is painted. In longer texts finding the change takes so long that it waits for a pause.
 */
const [writtenAtOnce, writtenWhenPainted] = [50_000, 2_000_000]

export function writeDraftSoon(): void {
  touched = true
  clearTimeout(draftTimer)
  const length = getState().open?.text.length ?? 0
  if (length <= writtenAtOnce) writeDraftNow()
  else if (length <= writtenWhenPainted) whenPainted(writeDraftNow)
  else draftTimer = setTimeout(writeDraftNow, 400)
}
addEventListener('pagehide', writeDraftNow)

/** Call when a script is opened: no draft is written until something is changed. */
export const nothingTouched = (): void => {
  touched = false
}

/** The part of the setting that a draft stores. */
export const pickChosen = ({ printerId, moment, materialName, jobName }: Chosen): Chosen => ({
  printerId,
  moment,
  materialName,
  jobName,
})
