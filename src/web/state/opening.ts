// Opens scripts on the Desk: saved scripts, new ones, and drafts.
import {
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
import { ApiError, api } from './api.ts'
import { hasUnsavedChange, type Open, useDesk } from './desk.ts'
import { calledLast } from './desk-changes.ts'
import { aboutOpen, nothingTouched, pickChosen } from './desk-draft.ts'
import { deskMemory } from './last-desk.ts'
import { usualChosen } from './rehearsal-input.ts'
import { loadThings, rehearseNow } from './rehearsal-requests.ts'
import { toEditor } from './separator.ts'
import type { Situation } from './situation.ts'

const { getState, setState } = useDesk

type ToOpen = Pick<Open, 'key' | 'saved' | 'suggestedName' | 'pasted' | 'text' | 'separator' | 'chosen'>

let openings = 0

/** Opens the script that `coming` loads, unless a different one was requested meanwhile. */
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
  nothingTouched()
  showsOnDesk(part.saved?.identity ?? part.key)
  setState({
    problem: null,
    open: {
      ...part,
      shown: null,
      rehearsal: { is: 'reading', step: null },
      playheadS: 0,
      selection: null,
      opening,
    },
  })
  rehearseNow()
}

/**
 * Opens a saved script by its id. `withChange` puts its unsaved change over it; `against` names the job and material to
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
    // If the script's printer can't be read, it is rehearsed on a different one.
    const known = things.printers.find(each => each.id === saved.printerId) ?? things.printers[0]
    const usual = usualChosen({ printerId: known?.id ?? saved.printerId, moment: saved.moment }, things)
    const { about } = draft ?? {}
    // A draft that was made on a different page than the Desk does not contain a setting.
    const chosen = about ? { ...usual, ...(about.jobName ? about : { moment: about.moment }) } : usual
    const asked = against && things.jobs.find(({ data }) => data.name === against.job)?.data
    const held = draft ? { text: draft.text, separator: draft.about.separator } : toEditor(saved.text)
    // After a backup was restored, the revision with this number may be a different one.
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
        ...pickChosen(
          asked ? { ...chosen, jobName: asked.name, materialName: against?.material ?? chosen.materialName } : chosen,
        ),
        ...(saved.file !== null && calledLast(saved)),
        ...(against?.situation && { situation: against.situation }),
      },
    }
  })

/** Opens a script that has never been saved; an unknown id opens an empty one. */
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
      chosen: pickChosen(about?.jobName && known ? about : fresh),
    }
  })

/** Returns to the saved text and drops the changes. */
export async function goBackToSaved(): Promise<void> {
  const { open } = getState()
  if (!open?.saved) return
  await dropDraft(open.key)
  await openSaved(String(open.saved.id), null, false)
}

/**
 * Opens a different draft of the open script as its unsaved change. The current change stays as a draft that the Desk
 * offers. A draft of an open tab stays with that tab.
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
