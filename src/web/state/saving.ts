// Saves the open script: as the next revision, as a variant, after a revision that was saved elsewhere, or under a new
// name.
import type { SavedScript } from '../../core/model/stored.ts'
import { savedDraftKey } from '../drafts/scripts.ts'
import { draftsFor, draftWritten, dropDraft, readDraft } from '../drafts/store.ts'
import { tabId } from '../drafts/tab.ts'
import { ApiError, api } from './api.ts'
import { fileText, hasUnsavedChange, isOpen, type Open, update, useDesk } from './desk.ts'
import { writeDraftNow } from './desk-draft.ts'
import { rememberMyPrinter } from './my-printer.ts'
import { settingOf } from './rehearsal-input.ts'
import { inWorker } from './rehearser.ts'

const { getState, setState } = useDesk

const otherOpened = 'A different script was opened meanwhile. This one is not saved yet.'

/** The dialog that asks how to go on after a refused save: `variant` if the script is stock, `elsewhere` if it was saved elsewhere. */
export function questionAfter(error: unknown): 'variant' | 'elsewhere' | null {
  const place = error instanceof ApiError ? error.place : null
  return place === 'stock' ? 'variant' : place === 'base' ? 'elsewhere' : null
}

/** Returns the open script. Throws if it has never been saved. */
function openSavedScript(): Open & { saved: SavedScript } {
  const { open } = getState()
  if (!open?.saved) throw new Error('This script has no name yet.')
  return { ...open, saved: open.saved }
}

/** The running save of each script, by the script's key. */
const underWay = new Map<string, Promise<unknown>>()

/** Runs the saves of a script one after another, so that each starts from the revision that the previous one saved. */
function inTurn(save: () => Promise<void>): Promise<void> {
  const { open } = getState()
  if (!open) return save()
  const before = underWay.get(open.key) ?? Promise.resolve()
  const go = () => {
    if (!isOpen(open)) throw new Error(otherOpened)
    return save()
  }
  // A failed save does not block the next one.
  const mine = before.then(go, go)
  underWay.set(open.key, mine)
  return mine
}

/** Saves the open script as the next revision of its variant. Every function here throws an error whose message can be shown. */
export const saveOpen = (note: string): Promise<void> => inTurn(() => saveNow(note))

/** Saves the open script if it has changed, with a note that describes the change. */
export const saveChange = (): Promise<void> =>
  inTurn(async () => {
    const { open } = getState()
    if (open && hasUnsavedChange(open)) await saveNow((await changeInWords()).words)
  })

async function saveNow(note: string): Promise<void> {
  const open = openSavedScript()
  const moment = open.saved.file === null ? open.chosen.moment : open.saved.moment
  const { id, revision, variantId, identity, printerId } = open.saved
  const change = { printerId, moment, text: fileText(open), note, base: revision, variant: variantId, identity }
  const saved = await api.save(id, change)
  if (!isOpen(open)) return dropSaved(open)
  update({ saved })
  writeDraftNow()
}

/** Marks the variant in use as stock, or unmarks it. Changes of stock are saved as a new variant. */
export async function keepAsItCame(stock: boolean): Promise<void> {
  const open = openSavedScript()
  const { stock: kept } = await api.setStock(open.saved.id, open.saved.variantId, stock)
  const now = getState().open
  if (isOpen(open) && now?.saved) update({ saved: { ...now.saved, stock: kept } })
}

/** Drops this tab's draft of a script that has been saved, unless more was typed after the save began. */
async function dropSaved(open: Open): Promise<void> {
  const head = draftsFor(open.key).find(({ tab }) => tab === tabId())
  const text = isOpen(open) ? getState().open?.text : head && (await readDraft(head))?.text
  if (text === open.text) await dropDraft(open.key)
}

/** Continues from the saved revision. The draft is written under its new key before the old one is deleted. */
async function goOnFrom(open: Open, saved: SavedScript): Promise<void> {
  if (!isOpen(open)) return dropSaved(open)
  const key = savedDraftKey(saved)
  update({ saved, key })
  writeDraftNow()
  await draftWritten(key)
  if (key !== open.key) await dropDraft(open.key)
}

/** Moves the saved script to the chosen printer. Unsaved changes stay unsaved. */
export async function moveOpen(note: string): Promise<void> {
  const open = openSavedScript()
  const { id, revision, variantId, identity, moment, text } = open.saved
  const { printerId } = open.chosen
  const saved = await api.save(id, { printerId, moment, text, note, base: revision, variant: variantId, identity })
  if (isOpen(open)) await goOnFrom(open, saved)
}

/** Saves the open text as a new variant of its script, and puts that variant in use. */
export async function branchOpen(name: string, note: string): Promise<void> {
  const open = openSavedScript()
  const { id, revisionId } = open.saved
  await goOnFrom(open, await api.branch(id, { name, text: fileText(open), note, bornOf: revisionId }))
}

/** Saves the open text as the revision that follows the one saved elsewhere. */
export async function saveOnTop(note: string): Promise<void> {
  const open = openSavedScript()
  const saved = await api.script(String(open.saved.id))
  if (saved.identity !== open.saved.identity)
    throw new Error('This script was deleted, and a different one has its number now. Save yours under a new name.')
  if (!isOpen(open)) throw new Error(otherOpened)
  await goOnFrom(open, saved)
  await saveOpen(note)
}

/** Saves the open script under a new name. Returns the new script. */
export async function saveAs(name: string, note: string, stock = false): Promise<SavedScript> {
  const { open } = getState()
  if (!open) throw new Error('There is no script open.')
  const { printerId, moment } = open.chosen
  const { pasted } = open
  const saved = await api.add({ name, printerId, moment, text: fileText(open), note, stock, pasted })
  if (open.saved === null) rememberMyPrinter(printerId)
  await dropSaved(open)
  if (isOpen(open)) setState({ open: null })
  return saved
}

/** Describes the change since the last save in a few words, and proposes a name; both empty if nothing changed. */
export async function changeInWords(): Promise<{ words: string; name: string }> {
  const { open, things } = getState()
  const setting = open && settingOf(things, open.chosen)
  if (!open?.saved || !setting) return { words: '', name: '' }
  // If the description fails, the script is saved without a note.
  const before = { text: open.saved.text, setting }
  const now = { text: fileText(open), setting }
  return inWorker(tasks => tasks.tellApart(before, now)).catch(() => ({ words: '', name: '' }))
}
