// Drafts as earlier versions of the program stored them: without an owner, scripts and forms apart. They are stored anew, as the
// drafts of a closed tab.
import { del, get, keys } from 'idb-keyval'
import type { AboutScript } from './scripts.ts'
import { writeForNobody } from './store.ts'

const scriptPrefix = 'warm-prelude draft '
const formPrefix = 'warm-prelude form '

type OlderDraft = Omit<AboutScript, 'identity' | 'pasted' | 'baseAt'> & { text: string; baseAt?: string }

const convert = (key: string, { text, ...about }: OlderDraft): Promise<void> =>
  writeForNobody(key, { baseAt: '', ...about, identity: '', pasted: null } satisfies AboutScript, text)

async function convertItem(name: string): Promise<void> {
  const stored = JSON.parse(localStorage.getItem(name) ?? 'null')
  if (name.startsWith(scriptPrefix)) await convert(name.slice(scriptPrefix.length), stored)
  else await writeForNobody(`form ${name.slice(formPrefix.length)}`, { of: '', from: stored.from }, stored.value)
  localStorage.removeItem(name)
}

/** Converts all of them, once. What can't be read stays where it is. */
export async function convertOlderDrafts(): Promise<void> {
  for (const name of Object.keys(localStorage))
    if (name.startsWith(scriptPrefix) || name.startsWith(formPrefix)) await convertItem(name).catch(() => {})
  for (const name of (await keys()).map(String)) {
    const draft = name.startsWith(scriptPrefix) ? await get<OlderDraft>(name) : undefined
    if (!draft) continue
    await convert(name.slice(scriptPrefix.length), draft)
    await del(name)
  }
}
