// Files to learn a printer from: a draft of this tab until the printer is made.
import * as v from 'valibot'
import { create } from 'zustand'
import { decodeScript } from '../../core/gcode/decode.ts'
import type { GivenFile, PassedOver } from '../../core/learn/findings.ts'
import { allFormDrafts, dropFormDraft, writeFormDraft } from '../drafts/forms.ts'
import { adoptDraft, isFree, readDraft } from '../drafts/store.ts'
import { tabId } from '../drafts/tab.ts'

/** The name of the draft among the drafts of forms (drafts/forms.ts). */
const form = 'files to learn from'

type Learning = {
  files: readonly GivenFile[]
  /** Files that are not text, with the reason. */
  unreadable: readonly PassedOver[]
}

export const useLearning = create<Learning>(() => ({ files: [], unreadable: [] }))

const Files = v.array(v.object({ name: v.string(), text: v.string() }))

/** Restores the files that were given to this tab, or to a tab that is closed. */
async function restore(): Promise<void> {
  const heads = allFormDrafts().filter(each => each.form === form && isFree(each.head))
  const [head] = [...heads.filter(each => each.head.tab === tabId()), ...heads]
  const draft = head && (await readDraft(head.head))
  const files = v.safeParse(Files, draft && JSON.parse(draft.text))
  if (!draft || !files.success) return
  useLearning.setState({ files: files.output })
  await adoptDraft(draft)
}

/** Other files are added after these. A draft that can't be read is ignored. */
const restored = restore().catch(() => {})

function keep(files: readonly GivenFile[]): void {
  useLearning.setState({ files })
  if (files.length) writeFormDraft(form, '', JSON.stringify(files), '[]')
  else dropFormDraft(form)
}

/** Adds files; a file replaces an earlier one with the same name. */
export async function giveFiles(given: Iterable<File>): Promise<void> {
  await restored
  const files: GivenFile[] = []
  const unreadable: PassedOver[] = []
  for (const file of given) {
    const decoded = decodeScript(new Uint8Array(await file.arrayBuffer()))
    if (decoded.ok) files.push({ name: file.name, text: decoded.text })
    else unreadable.push({ file: file.name, line: null, why: decoded.why })
  }
  const names = new Set([...files, ...unreadable.map(({ file }) => ({ name: file }))].map(({ name }) => name))
  keep([...useLearning.getState().files.filter(({ name }) => !names.has(name)), ...files])
  useLearning.setState({
    unreadable: [...useLearning.getState().unreadable.filter(({ file }) => !names.has(file)), ...unreadable],
  })
}

/** Adds a pasted text under a generated name. */
export async function giveText(text: string): Promise<void> {
  await restored
  const { files } = useLearning.getState()
  let number = 1
  while (files.some(({ name }) => name === `pasted ${number}`)) number++
  keep([...files, { name: `pasted ${number}`, text }])
}

export function takeBack(name: string): void {
  const { files, unreadable } = useLearning.getState()
  keep(files.filter(each => each.name !== name))
  useLearning.setState({ unreadable: unreadable.filter(({ file }) => file !== name) })
}

export function forgetFiles(): void {
  keep([])
  useLearning.setState({ unreadable: [] })
}
