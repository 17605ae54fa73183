// The script on the Desk: its text and setting, its latest round, and what is selected everywhere at once.
import * as v from 'valibot'
import { create } from 'zustand'
import type { Finding } from '../../core/check/finding.ts'
import { openedBy } from '../../core/documents/opened.ts'
import { commandAt } from '../../core/machine/trace.ts'
import type { SavedScript } from '../../core/model/kept.ts'
import { Moment } from '../../core/model/moment.ts'
import type { RoundStep } from '../../core/round-steps.ts'
import type { DeskRound } from '../../worker/rehearsal.worker.ts'
import {
  asPasted,
  draftsOf,
  draftToOpen,
  leaveForAnyTab,
  newDraftKey,
  newScriptToOpen,
  opensOver,
  type ScriptDraft,
  savedDraftKey,
  scriptOfKey,
} from '../drafts/scripts.ts'
import { discardDraft, draftWritten, dropDraft, writeDraft } from '../drafts/store.ts'
import { showsOnDesk } from '../drafts/tab.ts'
import { ApiError, api, type Things } from './api.ts'
import { borrowedJobs } from './borrowed.ts'
import { deskMemory } from './last-desk.ts'
import { requestRound } from './rehearser.ts'
import { fromEditor, toEditor } from './separator.ts'
import { type Chosen, settingOf, usualChosen } from './setting.ts'
import type { Situation } from './situation.ts'
import { whenPainted } from './when-painted.ts'

/** Lines first…last, selected on the ribbon, in the text, on the bed and among the findings alike. */
export type Selection = { firstLine: number; lastLine: number }

export type Open = {
  /** The draft's key: what this script is called in the browser's store. */
  key: string
  /** What the server has; null for a script that was never saved. */
  saved: SavedScript | null
  suggestedName: string
  /** Of a new script, the text as it was pasted, with its own line ends; null where it was typed. */
  pasted: string | null
  /** With `\n` line ends, as the editor holds it. */
  text: string
  separator: string
  chosen: Chosen
  round: DeskRound | null
  /** What was found in it; a moment later with what each fix mends and brings. */
  findings: readonly Finding[]
  /** What was found in a newer text than `roundText`, whose round is on its way; null where that has come. */
  early: Early | null
  /** Why the text could not be rehearsed; null when it could. */
  trouble: string | null
  /** What the rehearsal of a long text is at; null when none runs. */
  step: RoundStep | null
  /** The text that `round` speaks of. */
  roundText: string
  playheadS: number
  selection: Selection | null
  /** Which opening this is: another whenever the text is replaced from outside the editor. */
  opening: number
}

type Early = { text: string; findings: readonly Finding[] }

export type DeskState = {
  things: Things | null
  open: Open | null
  /** Why the script could not be opened, and how to try again, unless it is gone; null when it could. */
  problem: { why: string; retry: (() => void) | undefined } | null
}

export const useDesk = create<DeskState>(() => ({ things: null, open: null, problem: null }))

const { getState, setState } = useDesk

/** Changes the open script, where there is one. */
export const update = (change: Partial<Open>): void =>
  setState(({ open }) => (open ? { open: { ...open, ...change } } : {}))

/** Whether this is what is open still, whatever was typed in it since. */
export const isOpen = ({ key }: Pick<Open, 'key'>): boolean => getState().open?.key === key

/** The text as a file has it, with its own line ends. */
export const fileText = (open: Pick<Open, 'text' | 'separator'>): string => fromEditor(open.text, open.separator)

/** Another printer is a what-if and no change: whose script it is, only a move changes. */
export const hasUnsavedChange = (open: Open): boolean =>
  open.saved === null ||
  // When a config or macro file is called is a choice for the rehearsal alone.
  (open.saved.file === null && open.saved.moment !== open.chosen.moment) ||
  open.saved.text !== fileText(open)

/** A finding in all that is shown of it; what its fixes mend and bring is found out later, and stays shown until then. */
const inShort = ({ fixes, ...finding }: Finding): string =>
  JSON.stringify([finding, fixes.map(({ title, edits }) => [title, edits])])

/** Findings that are the same as before stay the same objects, so that they are not drawn again. */
function asBefore(before: readonly Finding[], now: readonly Finding[]): readonly Finding[] {
  const known = new Map(before.map(finding => [inShort(finding), finding]))
  return now.map(finding => known.get(inShort(finding)) ?? finding)
}

/** Rehearses the open text, as after a failure. */
export function rehearseNow(): void {
  const { open, things } = getState()
  const setting = open && settingOf(things, open.chosen)
  if (!open || !setting) return
  const { text, key } = open
  requestRound({
    text,
    setting,
    found: findings => {
      const now = getState().open
      if (now?.key === key)
        update({ early: { text, findings: asBefore(now.early?.findings ?? now.findings, findings) } })
    },
    done: round => {
      if (!isOpen({ key })) return
      const before = getState().open
      const { totalS } = round.trace
      // A line may have been chosen before there was any rehearsal.
      const chosenAt = before?.round || !before?.selection ? null : timeOf(before.selection, round)
      // A playhead at the end stays at the end, as when the script has just been opened.
      const wasAtEnd = !before?.round || before.playheadS >= before.round.trace.totalS
      update({
        round,
        findings: before?.early?.text === text ? before.early.findings : round.findings,
        early: null,
        roundText: text,
        trouble: null,
        step: null,
        playheadS: chosenAt ?? (wasAtEnd ? totalS : Math.min(before.playheadS, totalS)),
      })
    },
    proven: findings => {
      const now = getState().open
      if (now?.key === key && now.round && now.roundText === text) update({ findings })
    },
    failed: why => {
      if (isOpen({ key })) update({ trouble: why, step: null, early: null })
    },
    step: step => {
      if (isOpen({ key })) update({ step })
    },
  })
}

let draftTimer: ReturnType<typeof setTimeout> | undefined

/** Whether anything was changed on this Desk since the script was opened: only then does this tab write a draft of it. */
let touched = false

/** Writes this tab's draft of the open script, or drops it when nothing differs from what is saved. */
export function writeDraftNow(): void {
  clearTimeout(draftTimer)
  const { open } = getState()
  if (!open) return
  if (!hasUnsavedChange(open)) void dropDraft(open.key)
  else if (touched) writeDraft(open.key, aboutOpen(open), open.text)
}

const aboutOpen = ({ chosen, separator, suggestedName, saved, pasted }: Open): ScriptDraft['about'] => ({
  ...pick(chosen),
  separator,
  name: suggestedName,
  base: saved?.revision ?? 0,
  baseAt: saved?.changedAt ?? '',
  identity: saved?.identity ?? '',
  pasted,
})

/**
 * Up to the first length, in characters, a draft is written within the key's own event, so that not even a crash right after it
 * loses the key: it takes some tenths of a millisecond. Up to the second it is written once the letter has been painted; in
 * longer texts finding what was typed takes so long that it waits for a pause.
 */
const [writtenAtOnce, writtenWhenPainted] = [50_000, 2_000_000]

function writeDraftSoon(): void {
  touched = true
  clearTimeout(draftTimer)
  const length = getState().open?.text.length ?? 0
  if (length <= writtenAtOnce) writeDraftNow()
  else if (length <= writtenWhenPainted) whenPainted(writeDraftNow)
  else draftTimer = setTimeout(writeDraftNow, 400)
}
addEventListener('pagehide', writeDraftNow)

/** Reads afresh what scripts are rehearsed with, and rehearses the open one so. */
export async function reloadThings(): Promise<void> {
  await loadThings()
  rehearseNow()
}

/** How often things were asked for, and which of those answers is shown: one that comes late is not newer. */
let [thingsAsked, thingsShown] = [0, 0]

async function loadThings(): Promise<Things> {
  const number = ++thingsAsked
  // Read afresh each time: printers and taught commands may have changed in another place.
  const loaded = await api.things()
  const own = new Set(loaded.jobs.map(({ data }) => data.name))
  const borrowed = borrowedJobs().filter(({ name }) => !own.has(name))
  const things = { ...loaded, jobs: [...loaded.jobs, ...borrowed.map((data, i) => ({ id: -1 - i, data }))] }
  if (number > thingsShown) {
    thingsShown = number
    setState({ things })
  }
  return things
}

type ToOpen = Pick<Open, 'key' | 'saved' | 'suggestedName' | 'pasted' | 'text' | 'separator' | 'chosen'>

let openings = 0

/** Opens what comes at this address, unless something else was asked for meanwhile. */
async function openAt(address: string, coming: () => Promise<ToOpen>): Promise<void> {
  const opening = ++openings
  setState({ open: null, problem: null })
  try {
    const opened = await coming()
    if (opening !== openings) return
    localStorage.setItem(deskMemory, address)
    start(opened, opening)
  } catch (error) {
    if (opening !== openings) return
    const gone = error instanceof ApiError && error.status === 404
    const retry = gone ? undefined : () => void openAt(address, coming)
    setState({ problem: { why: (error as Error).message, retry } })
  }
}

const start = (part: ToOpen, opening: number): void => {
  touched = false
  showsOnDesk(part.saved?.identity ?? part.key)
  setState({
    problem: null,
    open: {
      ...part,
      round: null,
      findings: [],
      early: null,
      trouble: null,
      step: null,
      roundText: '',
      playheadS: 0,
      selection: null,
      opening,
    },
  })
  rehearseNow()
}

/**
 * Opens a saved script by its id, with its unsaved change laid over it where `withChange` says so; `against` names what to
 * rehearse it for.
 */
export const openSaved = (
  id: string,
  against: { job: string; material: string; situation?: Situation | null } | null = null,
  withChange = true,
): Promise<void> =>
  openAt(`/desk/${id}`, async () => {
    const [things, saved] = await Promise.all([loadThings(), api.script(id)])
    const key = savedDraftKey(saved)
    const draft = withChange ? await draftToOpen(draftsOf(saved).filter(each => opensOver(each, saved))) : null
    // A printer that can't be read has none of its scripts rehearsed on it: another one is looked at.
    const known = things.printers.find(each => each.id === saved.printerId) ?? things.printers[0]
    const usual = usualChosen({ printerId: known?.id ?? saved.printerId, moment: saved.moment }, things)
    const { about } = draft ?? {}
    // A change that was made on another page than the Desk doesn't say what it is rehearsed for.
    const chosen = about ? { ...usual, ...(about.jobName ? about : { moment: about.moment }) } : usual
    const asked = against && things.jobs.find(({ data }) => data.name === against.job)?.data
    const held = draft ? { text: draft.text, separator: draft.about.separator } : toEditor(saved.text)
    // After a backup was restored, a revision of this number may be a different one.
    const sameBase = about?.base !== saved.revision || about.baseAt === saved.changedAt
    const base = about ? { ...saved, revision: sameBase ? about.base : 0 } : saved
    return {
      key,
      saved: base,
      suggestedName: saved.name,
      pasted: null,
      text: held.text,
      separator: held.separator,
      chosen: {
        ...pick(
          asked ? { ...chosen, jobName: asked.name, materialName: against?.material ?? chosen.materialName } : chosen,
        ),
        ...(saved.file !== null && calledLast(saved)),
        ...(against?.situation && { situation: against.situation }),
      },
    }
  })

/** Opens a script that has never been saved; an unknown id begins an empty one. */
export const openNew = (id: string): Promise<void> =>
  openAt(`/desk/new/${id}`, async () => {
    const things = await loadThings()
    const key = newDraftKey(id)
    const draft = await newScriptToOpen(id)
    const { about } = draft ?? {}
    const known = things.printers.some(each => each.id === about?.printerId)
    const printerId = (known && about?.printerId) || (things.printers[0]?.id ?? 0)
    const fresh = usualChosen({ printerId, moment: about?.moment ?? 'start' }, things)
    return {
      key,
      saved: null,
      suggestedName: about?.name ?? '',
      pasted: about?.pasted ?? null,
      text: draft?.text ?? '',
      separator: about?.separator ?? '\n',
      chosen: pick(about?.jobName && known ? about : fresh),
    }
  })

const callMemory = (id: number) => `warm-prelude call ${id}`

/** A config or macro file is called as it was the last time. */
function calledLast({ id, file, printerId, moment }: SavedScript): Partial<Chosen> {
  const opened = openedBy(file ?? '')
  try {
    const last: unknown = JSON.parse(localStorage.getItem(callMemory(id)) ?? 'null')
    const { call, moment: when } = Object(last) as { call?: unknown; moment?: unknown }
    if (typeof call === 'string' && v.is(Moment, when)) return { printerId, moment: when, opened: { ...opened, call } }
  } catch {
    // What can't be read is as if it was not there.
  }
  return { printerId, moment, opened }
}

/** Calls the open config or macro file so, and at this moment. */
export function callWith(call: string, moment: Moment): void {
  const { open } = getState()
  const opened = open?.chosen.opened
  if (!open?.saved || !opened) return
  localStorage.setItem(callMemory(open.saved.id), JSON.stringify({ call, moment }))
  choose({ opened: { ...opened, call }, moment })
}

const pick = ({ printerId, moment, materialName, jobName }: Chosen): Chosen => ({
  printerId,
  moment,
  materialName,
  jobName,
})

export function setText(text: string): void {
  update({ text })
  writeDraftSoon()
  rehearseNow()
}

export function choose(change: Partial<Chosen>): void {
  const { open } = getState()
  if (!open) return
  // A situation is of its moment, job and printer.
  const elsewhere = 'moment' in change || 'jobName' in change || 'printerId' in change
  update({ chosen: { ...open.chosen, ...(elsewhere && { situation: undefined }), ...change } })
  writeDraftSoon()
  rehearseNow()
}

/** Goes back to what is saved, dropping what was changed since. */
export async function goBackToSaved(): Promise<void> {
  const { open } = getState()
  if (!open?.saved) return
  await dropDraft(open.key)
  await openSaved(String(open.saved.id), null, false)
}

/** Notes the text of a new script as it was pasted: it becomes the first revision, and what is made of it the second. */
export function notePaste(text: string): void {
  if (getState().open?.saved === null) update({ pasted: asPasted(text) })
}

/**
 * Puts another draft of the open script on the Desk, as its unsaved change. What was changed here is left as a draft that the
 * Desk offers. A draft of a tab that is open stays there.
 */
export async function takeDraft(draft: ScriptDraft): Promise<void> {
  const { open } = getState()
  if (!open) return
  const { key, saved } = open
  if (hasUnsavedChange(open) && open.text !== '') await leaveForAnyTab({ key, about: aboutOpen(open), text: open.text })
  const onThisRevision = saved && draft.key !== key && { base: saved.revision, baseAt: saved.changedAt }
  writeDraft(key, { ...draft.about, ...onThisRevision }, draft.text)
  await draftWritten(key)
  await discardDraft(draft)
  const of = scriptOfKey(key)
  await (of && 'newId' in of ? openNew(of.newId) : openSaved(String(saved?.id)))
}

/** Selects lines everywhere and moves the playhead to where they begin (one line: to where it has been done). */
export function selectLines(firstLine: number, lastLine = firstLine): void {
  const { open } = getState()
  if (!open) return
  const { selection } = open
  if (selection?.firstLine === firstLine && selection.lastLine === lastLine) return
  const chosen = { firstLine, lastLine }
  const at = open.round && timeOf(chosen, open.round)
  update({ selection: chosen, ...(at === null ? {} : { playheadS: at }) })
}

/** When several lines begin, or one has been done, s; null where none of them ran. */
function timeOf({ firstLine, lastLine }: Selection, { trace: { rows } }: DeskRound): number | null {
  let at: number | null = null
  for (let i = 0; i < rows.count; i++) {
    const line = rows.line[i] as number
    if (line < firstLine || line > lastLine) continue
    if (firstLine !== lastLine) return rows.start[i] as number
    at = rows.end[i] as number
  }
  return at
}

type Playing = Pick<Open, 'round' | 'playheadS' | 'selection'>

/**
 * The command under way at the playhead. Several may begin and end there; then it is the one whose line is selected.
 * −1 before the first.
 */
export function commandAtPlayhead({ round, playheadS, selection }: Playing): number {
  if (!round) return -1
  const { rows } = round.trace
  const latest = commandAt(round.trace, playheadS)
  if (!selection || selection.firstLine !== selection.lastLine) return latest
  for (let i = latest; i >= 0 && (rows.end[i] as number) >= playheadS; i--)
    if (rows.line[i] === selection.firstLine) return i
  return latest
}

/** Moves the playhead and selects the line that is under way there. */
export function movePlayhead(seconds: number, line: number | null): void {
  update({ playheadS: seconds, ...(line === null ? {} : { selection: { firstLine: line, lastLine: line } }) })
}
