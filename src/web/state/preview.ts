// The preview of an edit, made by a fix or by a tool. There is one at a time.

import { undo } from '@codemirror/commands'
import type { EditorView } from '@codemirror/view'
import { create } from 'zustand'
import type { Fix } from '../../core/check/finding.ts'
import { applyEdits, type Edit } from '../../core/model/script.ts'
import { inEveryMaterial } from '../../core/runs/fits.ts'
import type { EditRequest } from '../../core/script/edits/edit.ts'
import { heedKeepMarks, type Place } from '../../core/script/edits/plan.ts'
import type { DeskRound } from '../../tasks/desk-round.ts'
import { useDesk } from './desk.ts'
import { settingOf } from './rehearsal-input.ts'
import { inWorker } from './rehearser.ts'

export type Preview = {
  title: string
  edits: readonly Edit[]
  /** The text that the edits apply to. */
  text: string
  after: string
  /** The rehearsal of the text after the edits; null while it runs. */
  round: DeskRound | null
  /** The request of a tool, which can be changed while its preview is shown; null for a fix. */
  request: EditRequest | null
  /** What the tool did differently from the request. */
  note: string | null
  /**
   * The names of the jobs that the text fits before and after, out of `of` jobs; null if this does not matter or is not
   * known yet.
   */
  fits: { before: string[]; after: string[]; of: number } | null
  /** Lines that the tool can leave unchanged; empty if there is no choice. */
  places: readonly Place[]
}

type PreviewState = {
  /** The latest request to a tool, answered or not, so that quick changes build on each other; null for a fix. */
  asked: EditRequest | null
  preview: Preview | null
  /** Why the tool refuses, shown in place of a preview. `retry` is set if asking again can help. */
  refusal: { title: string; why: string; retry?: () => void } | null
  /** Why the preview could not be rehearsed; `retry` tries again. */
  failure: { why: string; retry: () => void } | null
  /** The edit that was last applied, which can be undone. */
  applied: { title: string; text: string } | null
}

export const usePreview = create<PreviewState>(() => ({
  asked: null,
  preview: null,
  refusal: null,
  failure: null,
  applied: null,
}))
const { getState, setState } = usePreview

/** Limit of the jobs that a preview tries, each some milliseconds; *Runs* tries all of them. */
const maxRuns = 60

export const closePreview = (): void => setState({ asked: null, preview: null, refusal: null, failure: null })

/** Previews a fix and rehearses the text after it. */
export async function showFix(fix: Fix, text: string): Promise<void> {
  const { open, things } = useDesk.getState()
  const setting = open && settingOf(things, open.chosen)
  if (!setting) return
  if (open.text !== text)
    return setState({
      asked: null,
      preview: null,
      refusal: {
        title: fix.title,
        why: 'The text has changed since this was found. It is being rehearsed again; then press once more.',
      },
    })
  const plan = heedKeepMarks(text, { ok: true, ...fix })
  if (!plan.ok) return setState({ asked: null, preview: null, refusal: { title: fix.title, why: plan.why } })
  const preview = {
    ...fix,
    text,
    after: applyEdits(text, fix.edits),
    round: null,
    request: null,
    note: null,
    fits: null,
    places: [],
  }
  setState({ asked: null, preview, refusal: null, failure: null, applied: null })
  try {
    const round = await inWorker(tasks => tasks.rehearse(preview.after, setting))
    if (getState().preview !== preview) return
    const rehearsed = { ...preview, round }
    setState({ preview: rehearsed })
    if (!fix.forJobs || !things) return
    const jobs = things.jobs.map(({ data }) => data)
    const materials = things.materials.map(({ data }) => data)
    const runs = inEveryMaterial(jobs, materials, setting.printer).slice(0, maxRuns)
    const [before, after] = await Promise.all([
      inWorker(tasks => tasks.fits(text, setting, runs)),
      inWorker(tasks => tasks.fits(preview.after, setting, runs)),
    ])
    if (getState().preview === rehearsed)
      setState({ preview: { ...rehearsed, fits: { before, after, of: runs.length } } })
  } catch (error) {
    if (getState().preview?.after !== preview.after) return
    setState({ failure: { why: (error as Error).message, retry: () => void showFix(fix, text) } })
  }
}

/** Asks a tool for its plan and previews it, or shows why there is none. A later request replaces an earlier one. */
export async function propose(request: EditRequest): Promise<void> {
  const { open, things } = useDesk.getState()
  const setting = open && settingOf(things, open.chosen)
  if (!open || !setting) return
  const { text } = open
  setState({ asked: request, failure: null })
  const isCurrent = () => getState().asked === request && useDesk.getState().open?.text === text
  const plan = await inWorker(tasks => tasks.propose(text, setting, request)).catch((error: Error) => {
    const retry = () => void propose(request)
    if (isCurrent())
      setState({ preview: null, refusal: { title: 'This could not be worked out', why: error.message, retry } })
    return null
  })
  if (!plan || !isCurrent()) return
  if (!plan.ok)
    return setState({ preview: null, refusal: { title: 'This can’t be done', why: plan.why }, applied: null })
  const { title, edits, round, note = null, places = [] } = plan
  setState({
    preview: { title, edits, text, after: applyEdits(text, edits), round, request, note, fits: null, places },
    refusal: null,
    applied: null,
  })
}

/** Closes the preview without a change. */
export function leavePreview(editor: EditorView | null): void {
  closePreview()
  editor?.focus()
}

/** Applies the previewed edit as one step, which undo reverts. */
export function applyPreview(editor: EditorView): void {
  const { preview } = getState()
  if (preview?.text !== editor.state.doc.toString()) {
    leavePreview(editor)
    return
  }
  editor.dispatch({ changes: preview.edits.map(edit => ({ ...edit })), userEvent: 'input.fix' })
  setState({ preview: null, refusal: null, applied: { title: preview.title, text: editor.state.doc.toString() } })
  editor.focus()
}

export function takeBack(editor: EditorView): void {
  undo(editor)
  setState({ applied: null })
  editor.focus()
}

/** A preview is for one text: it closes when that text has changed. */
useDesk.subscribe(({ open }) => {
  const { preview, applied, refusal } = getState()
  if (preview && preview.text !== open?.text) closePreview()
  if (refusal && !open) closePreview()
  if (applied && applied.text !== open?.text) setState({ applied: null })
})
