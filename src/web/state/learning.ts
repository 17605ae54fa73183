// Files that a printer is learned from: kept in this browser until something was made of them.
import { create } from 'zustand'
import { decodeScript } from '../../core/gcode/decode.ts'
import type { GivenFile, PassedOver } from '../../core/learn/findings.ts'

const place = 'warm-prelude learning'

type Learning = {
  files: readonly GivenFile[]
  /** What was given and is no text, with the reason. */
  unreadable: readonly PassedOver[]
}

function kept(): GivenFile[] {
  try {
    const files: unknown = JSON.parse(localStorage.getItem(place) ?? '[]')
    return Array.isArray(files)
      ? files.filter(each => typeof each?.name === 'string' && typeof each.text === 'string')
      : []
  } catch {
    return []
  }
}

export const useLearning = create<Learning>(() => ({ files: kept(), unreadable: [] }))

function keep(files: readonly GivenFile[]): void {
  useLearning.setState({ files })
  try {
    if (files.length) localStorage.setItem(place, JSON.stringify(files))
    else localStorage.removeItem(place)
  } catch {
    // There is no room: they are here as long as the page is.
  }
}

/** Takes files in; one of the same name takes the place of the one before. */
export async function giveFiles(given: Iterable<File>): Promise<void> {
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

/** Takes a text in under a name of its own. */
export function giveText(text: string): void {
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
