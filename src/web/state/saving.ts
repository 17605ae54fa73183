// Saving the open script: as the next revision, as a variant, on top of another's save, under another name.
import type { SavedScript } from '../../core/model/kept.ts'
import { savedDraftKey } from '../drafts/scripts.ts'
import { draftsFor, draftWritten, dropDraft, readDraft } from '../drafts/store.ts'
import { tabId } from '../drafts/tab.ts'
import { api } from './api.ts'
import { fileText, hasUnsavedChange, isOpen, type Open, update, useDesk, writeDraftNow } from './desk.ts'
import { rememberMyPrinter } from './mine.ts'
import { tellApartAside } from './rehearser.ts'
import { settingOf } from './setting.ts'

const { getState, setState } = useDesk

/** Why a save was refused: a sentence, and whether it wants a choice: the stock is branched, another's save looked at. */
export type SaveRefusal = { text: string; wants: 'branch' | 'choice' | null }

const otherOpened: SaveRefusal = {
  text: 'Another script was opened meanwhile. This one is not saved yet.',
  wants: null,
}

const refusalOf = (error: unknown): SaveRefusal => {
  const { message, place = null } = error as Error & { place?: string | null }
  return { text: message, wants: place === 'stock' ? 'branch' : place === 'base' ? 'choice' : null }
}

/** The save of each script that is under way, by its key. */
const underWay = new Map<string, Promise<unknown>>()

/** One save of a script after the other: who presses again, or wrote on meanwhile, goes on from what was saved before. */
function inTurn(save: () => Promise<SaveRefusal | null>): Promise<SaveRefusal | null> {
  const { open } = getState()
  if (!open) return save()
  const before = underWay.get(open.key) ?? Promise.resolve()
  const go = () => (isOpen(open) ? save() : otherOpened)
  // One that went wrong holds up none.
  const mine = before.then(go, go)
  underWay.set(open.key, mine)
  return mine
}

/** Saves the open script as the next revision of its variant. Gives why that can't be done, else null. */
export const saveOpen = (note: string): Promise<SaveRefusal | null> => inTurn(() => saveNow(note))

/** The same, where anything has been changed, with a note made from the change. */
export const saveChange = (): Promise<SaveRefusal | null> =>
  inTurn(async () => {
    const { open } = getState()
    return open && hasUnsavedChange(open) ? saveNow((await changeInWords()).words) : null
  })

async function saveNow(note: string): Promise<SaveRefusal | null> {
  const { open } = getState()
  if (!open?.saved) return { text: 'This script has no name yet.', wants: null }
  const moment = open.saved.file === null ? open.chosen.moment : open.saved.moment
  const { id, revision, variantId, identity, printerId } = open.saved
  const change = { printerId, moment, text: fileText(open), note, base: revision, variant: variantId, identity }
  try {
    const saved = await api.save(id, change)
    if (isOpen(open)) {
      update({ saved })
      writeDraftNow()
    } else await dropSaved(open)
    return null
  } catch (error) {
    return refusalOf(error)
  }
}

/** Keeps what is in use of the open script as it came, or lets it be changed again. Gives why not, else null. */
export async function keepAsItCame(stock: boolean): Promise<string | null> {
  const { open } = getState()
  if (!open?.saved) return 'This script has no name yet.'
  try {
    const { stock: kept } = await api.setStock(open.saved.id, open.saved.variantId, stock)
    const now = getState().open
    if (isOpen(open) && now?.saved) update({ saved: { ...now.saved, stock: kept } })
    return null
  } catch (error) {
    return (error as Error).message
  }
}

/** Drops this tab's draft of a script that has been saved, unless more was typed after the save began. */
async function dropSaved(open: Open): Promise<void> {
  const head = draftsFor(open.key).find(({ tab }) => tab === tabId())
  const text = isOpen(open) ? getState().open?.text : head && (await readDraft(head))?.text
  if (text === open.text) await dropDraft(open.key)
}

/** From now on what is not saved is a change of this revision. The draft is written under its new key before the old one goes. */
async function goOnFrom(open: Open, saved: SavedScript): Promise<void> {
  if (!isOpen(open)) return dropSaved(open)
  const key = savedDraftKey(saved)
  update({ saved, key })
  writeDraftNow()
  await draftWritten(key)
  if (key !== open.key) await dropDraft(open.key)
}

/** Makes what is saved a script of the printer that is chosen; what is not saved stays so. Gives the sentence that refuses it. */
export async function moveOpen(note: string): Promise<string | null> {
  const { open } = getState()
  if (!open?.saved) return 'This script has no name yet.'
  const { id, revision, variantId, identity, moment, text } = open.saved
  const { printerId } = open.chosen
  try {
    const saved = await api.save(id, { printerId, moment, text, note, base: revision, variant: variantId, identity })
    if (isOpen(open)) await goOnFrom(open, saved)
    return null
  } catch (error) {
    return (error as Error).message
  }
}

/** Keeps the open text as a new variant of its script, which is then in use. Gives why not, else null. */
export async function branchOpen(name: string, note: string): Promise<string | null> {
  const { open } = getState()
  if (!open?.saved) return 'This script has no name yet.'
  try {
    const { id, revisionId } = open.saved
    const saved = await api.branch(id, { name, text: fileText(open), note, bornOf: revisionId })
    await goOnFrom(open, saved)
    return null
  } catch (error) {
    return (error as Error).message
  }
}

/** Takes what was saved elsewhere as what this text is a change of, so that a save goes on top of it. */
export async function saveOnTop(note: string): Promise<SaveRefusal | null> {
  const { open } = getState()
  if (!open?.saved) return null
  try {
    const saved = await api.script(String(open.saved.id))
    if (saved.identity !== open.saved.identity)
      return { text: 'Another script stands there now. Save yours under another name.', wants: null }
    if (!isOpen(open)) return otherOpened
    await goOnFrom(open, saved)
    return saveOpen(note)
  } catch (error) {
    return refusalOf(error)
  }
}

/** Saves the open script under a new name; gives the new script, or the sentence that refuses it. */
export async function saveAs(name: string, note: string, stock = false): Promise<SavedScript | string> {
  const { open } = getState()
  if (!open) return 'There is no script open.'
  const { printerId, moment } = open.chosen
  try {
    const { pasted } = open
    const saved = await api.add({ name, printerId, moment, text: fileText(open), note, stock, pasted })
    if (open.saved === null) rememberMyPrinter(printerId)
    await dropSaved(open)
    if (isOpen(open)) setState({ open: null })
    return saved
  } catch (error) {
    return (error as Error).message
  }
}

/** What the change since the last save comes to, in a few words, and a name for it; empty where nothing is to be told. */
export async function changeInWords(): Promise<{ words: string; name: string }> {
  const { open, things } = getState()
  const setting = open && settingOf(things, open.chosen)
  if (!open?.saved || !setting) return { words: '', name: '' }
  // Without an answer a save goes on without a note.
  return tellApartAside({ text: open.saved.text, setting }, { text: fileText(open), setting }).catch(() => ({
    words: '',
    name: '',
  }))
}
