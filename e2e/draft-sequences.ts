// Seeded sequences of what people and machines do to unsaved text. Each typed line has a mark of its own; afterwards every mark is
// looked for where a person would look: under “Not saved yet” on the Shelf, and in the saved scripts.
import type { ChildProcess } from 'node:child_process'
import { rmSync } from 'node:fs'
import { type BrowserContext, expect, type Page } from '@playwright/test'
import { editor } from './desk.ts'
import { end, folderForData, serve } from './served.ts'

/** A linear congruential generator: the same numbers for the same seed, 0 to 1. */
function chanceFrom(seed: number): () => number {
  let state = seed + 1
  return () => {
    state = (state * 48271) % 2147483647
    return state / 2147483647
  }
}

/** What a tab shows: a script on the Desk, a printer's form, the form of a new job. */
type Where = { kind: 'script'; address: string } | { kind: 'printer' } | { kind: 'job' }

/** The field of each form that is typed into. */
const fieldOf = { printer: 'In a few words', job: 'Name' }
type Tab = { page: Page; where: Where }

/** How long a draft may take to be written after a key, in a renderer that then crashes, ms. */
const writtenMs = 300

/** Empties the browser's storage, for the next sequence. */
const forgetAll = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    localStorage.clear()
    for (const { name } of await indexedDB.databases()) if (name) indexedDB.deleteDatabase(name)
  })

/** A script too long for local storage. */
const longScript = `G28\n${'G1 X100.125 Y100.5 E0.0333\n'.repeat(24_000)}`

export class Sequence {
  private readonly chance: () => number
  private readonly url: string
  private readonly folder = folderForData()
  private server: ChildProcess | null = null
  private tabs: Tab[] = []
  private typed = 0
  /** The marks that must be found, each with what was done when it was typed. */
  private readonly marks = new Map<string, string>()
  readonly done: string[] = []

  constructor(
    private readonly seed: number,
    private readonly context: BrowserContext,
    private readonly port: number,
  ) {
    this.chance = chanceFrom(seed)
    this.url = `http://127.0.0.1:${port}`
  }

  async run(steps: number): Promise<void> {
    await this.start()
    await this.openScript()
    for (let i = 0; i < steps; i++) {
      if (this.tabs.length === 0) await this.openScript()
      // Something is typed between any two events, so that each has something to lose.
      await this.type()
      const [name, act] = this.pick(this.server ? this.actions : this.actionsWithoutServer)
      this.done.push(name)
      await act()
    }
  }

  /** The marks that are nowhere to be found, with how they were typed. */
  async lost(): Promise<string[]> {
    await this.start()
    for (const tab of this.tabs) await tab.page.close()
    const page = await this.context.newPage()
    const found = `${await this.shownOnShelf(page)}\n${await this.savedTexts()}`
    await forgetAll(page)
    await page.close()
    return [...this.marks].filter(([mark]) => !found.includes(mark)).map(([mark, how]) => `${mark} (${how})`)
  }

  async end(): Promise<void> {
    if (this.server) await end(this.server, 'SIGKILL')
    rmSync(this.folder, { recursive: true })
  }

  private readonly actions: [string, () => Promise<void>][] = [
    ['type and close', () => this.typeAndClose()],
    ['close', () => this.close()],
    ['reload', () => this.reload()],
    ['crash', () => this.crash()],
    ['open a script', () => this.openScript()],
    ['open it in a second tab', () => this.openAgain()],
    ['paste', () => this.paste('G28\nG90\n')],
    ['paste a long script', () => this.paste(longScript)],
    ['open a form', () => this.openForm()],
    ['open a new job', () => this.openNewJob()],
    ['save', () => this.save()],
    ['take over another draft', () => this.takeOver()],
    ['switch the printer', () => this.switchPrinter()],
    ['kill the server', () => this.kill()],
    ['bin a script', () => this.bin()],
    ['empty and import', () => this.emptyAndImport()],
  ]

  private readonly actionsWithoutServer: [string, () => Promise<void>][] = [
    ['start the server', () => this.start()],
    ['type and close', () => this.typeAndClose()],
    ['close', () => this.close()],
    ['crash', () => this.crash()],
    ['save', () => this.save()],
  ]

  private pick<T>(list: readonly T[]): T {
    const one = list[Math.floor(this.chance() * list.length)]
    if (one === undefined) throw new Error('nothing to pick from')
    return one
  }

  private async withTab(act: (tab: Tab) => Promise<void>): Promise<void> {
    if (this.tabs.length > 0 && this.server) await act(this.pick(this.tabs))
  }

  private async reload(): Promise<void> {
    await this.withTab(async ({ page, where }) => {
      await page.reload()
      await this.shown(page, where)
    })
  }

  /** Waits for the text or the field that is typed into, or for the sentence that it is gone. */
  private async shown(page: Page, where: Where): Promise<void> {
    if (where.kind === 'script') await expect(editor(page).or(page.getByRole('alert')).first()).toBeVisible()
    else if (where.kind === 'printer')
      await expect(page.getByLabel(fieldOf[where.kind]).or(page.getByRole('alert')).first()).toBeVisible()
  }

  private async start(): Promise<void> {
    this.server ??= await serve(this.port, this.folder)
  }

  private async kill(): Promise<void> {
    if (this.server) await end(this.server, 'SIGKILL')
    this.server = null
  }

  private async newTab(where: Where): Promise<Tab> {
    // A few tabs are enough, and more are slow.
    if (this.tabs.length >= 3) await this.close()
    const tab = { page: await this.context.newPage(), where }
    tab.page.on('dialog', dialog => void dialog.accept())
    this.tabs.push(tab)
    return tab
  }

  private async goTo(tab: Tab): Promise<void> {
    if (tab.where.kind !== 'script') return
    await tab.page.goto(this.url + tab.where.address)
    await this.shown(tab.page, tab.where)
  }

  private async openScript(): Promise<void> {
    if (!this.server) return
    const address = `/desk/${1 + Math.floor(this.chance() * 6)}`
    await this.goTo(await this.newTab({ kind: 'script', address }))
  }

  private async openAgain(): Promise<void> {
    await this.withTab(async ({ where }) => {
      if (where.kind === 'script') await this.goTo(await this.newTab(where))
    })
  }

  private mark(what: string): string {
    const mark = `mark-${this.seed}-${this.typed++}.`
    this.marks.set(mark, `${what}, after ${this.done.slice(-6).join(', ')}`)
    return mark
  }

  private async typeIn({ page, where }: Tab): Promise<boolean> {
    if (where.kind === 'script') {
      if (!(await editor(page).isVisible())) return false
      await editor(page).press('Control+End')
      await page.keyboard.insertText(`\nM117 ${this.mark(`typed at ${page.url()}`)}`)
      return true
    }
    const field = page.getByLabel(fieldOf[where.kind]).first()
    if (!(await field.isVisible())) return false
    await field.fill(`${await field.inputValue()} ${this.mark(`typed into ${fieldOf[where.kind]}`)}`)
    return true
  }

  private async type(): Promise<void> {
    if (this.tabs.length > 0) await this.typeIn(this.pick(this.tabs))
  }

  private async close(tab = this.tabs[0]): Promise<void> {
    if (!tab) return
    this.tabs = this.tabs.filter(each => each !== tab)
    await tab.page.close({ runBeforeUnload: true })
    if (!tab.page.isClosed()) await tab.page.waitForEvent('close')
  }

  private async typeAndClose(): Promise<void> {
    if (this.tabs.length === 0) return
    const tab = this.pick(this.tabs)
    if (await this.typeIn(tab)) await this.close(tab)
  }

  private async crash(): Promise<void> {
    if (this.tabs.length === 0) return
    const tab = this.pick(this.tabs)
    this.tabs = this.tabs.filter(each => each !== tab)
    await tab.page.waitForTimeout(writtenMs)
    const devtools = await this.context.newCDPSession(tab.page)
    const crashed = tab.page.waitForEvent('crash')
    // The answer never comes: the process that would give it is gone.
    void devtools.send('Page.crash').catch(() => {})
    await crashed
    await tab.page.close()
  }

  private async paste(text: string): Promise<void> {
    if (!this.server) return
    const tab = await this.newTab({ kind: 'script', address: '' })
    await tab.page.goto(`${this.url}/`)
    await expect(tab.page.getByRole('region', { name: 'A new script' })).toBeVisible()
    await tab.page.evaluate(
      pasted => {
        const data = new DataTransfer()
        data.setData('text/plain', pasted)
        document.body.dispatchEvent(
          new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
        )
      },
      `; ${this.mark('pasted')}\n${text}`,
    )
    await expect(editor(tab.page)).toBeVisible()
    tab.where = { kind: 'script', address: new URL(tab.page.url()).pathname }
  }

  private async openForm(): Promise<void> {
    if (!this.server) return
    const { printers } = await this.json('/api/shelf')
    if (printers.length === 0) return
    const tab = await this.newTab({ kind: 'printer' })
    await tab.page.goto(`${this.url}/printers/${this.pick(printers as { id: number }[]).id}`)
    await this.shown(tab.page, tab.where)
  }

  private async openNewJob(): Promise<void> {
    if (!this.server) return
    const tab = await this.newTab({ kind: 'job' })
    await tab.page.goto(`${this.url}/jobs`)
    await tab.page.getByRole('button', { name: 'New job' }).click()
    await expect(tab.page.getByLabel('Name').first()).toBeVisible()
  }

  private async save(): Promise<void> {
    await this.withTab(async ({ page, where }) => {
      if (where.kind !== 'script' || !(await editor(page).isVisible())) return
      await editor(page).press('Control+s')
      // Whatever the save asks is left unanswered; the text then stays unsaved.
      await page.waitForTimeout(400)
      await page.keyboard.press('Escape')
    })
  }

  private async takeOver(): Promise<void> {
    await this.withTab(async ({ page }) => {
      const take = page.getByRole('button', { name: 'Take it over' }).first()
      if (!(await take.isVisible())) return
      await take.click()
      await expect(editor(page)).toBeVisible()
    })
  }

  private async switchPrinter(): Promise<void> {
    await this.withTab(async ({ page, where }) => {
      if (where.kind !== 'script') return
      const choice = page.getByRole('combobox', { name: 'Printer', exact: true })
      if (!(await choice.isVisible())) return
      await choice.click()
      // Not an option of the choice that asks which printer a paste is for.
      await page.getByRole('listbox').getByRole('option').last().click()
    })
  }

  private async bin(): Promise<void> {
    if (!this.server) return
    const id = 1 + Math.floor(this.chance() * 6)
    const story = await fetch(`${this.url}/api/scripts/${id}/story`)
    if (!story.ok) return
    // What was saved in it is thrown away on purpose, with it.
    const saved = await story.text()
    for (const mark of [...this.marks.keys()]) if (saved.includes(mark)) this.marks.delete(mark)
    await fetch(`${this.url}/api/scripts/${id}`, { method: 'DELETE' })
  }

  private async emptyAndImport(): Promise<void> {
    if (!this.server) return
    const shelf = await (await fetch(`${this.url}/api/archive/shelf.zip`)).blob()
    await fetch(`${this.url}/api/archive/empty`, { method: 'POST' })
    const body = new FormData()
    body.set('file', shelf)
    body.set('decisions', '{}')
    const imported = await fetch(`${this.url}/api/archive/import`, { method: 'POST', body })
    if (!imported.ok) throw new Error(await imported.text())
  }

  private async json(path: string) {
    return (await fetch(this.url + path)).json()
  }

  /** All that the Shelf's drafts show, each opened as a person would. */
  private async shownOnShelf(page: Page): Promise<string> {
    await page.goto(`${this.url}/`)
    await expect(page.getByRole('region', { name: 'A new script' })).toBeVisible()
    const list = page.getByRole('region', { name: 'Not saved yet' })
    await page.waitForTimeout(500)
    if (!(await list.isVisible())) return ''
    const more = list.getByRole('button', { name: /^\d+ more$/ })
    if (await more.isVisible()) await more.click()
    const texts: string[] = []
    for (const show of await list.getByRole('button', { name: /^Show / }).all()) {
      await show.click()
      const text = page.getByRole('dialog').locator('pre')
      await expect(text).not.toHaveText('Reading…')
      // A long text is shown in part; all of it is copied.
      await page.getByRole('dialog').getByRole('button', { name: 'Copy' }).click()
      await expect(page.getByRole('dialog').getByText('Copied')).toBeVisible()
      texts.push(await page.evaluate(() => navigator.clipboard.readText()))
      await page.keyboard.press('Escape')
    }
    return texts.join('\n')
  }

  /** All revisions of all scripts, and all that forms can have saved. */
  private async savedTexts(): Promise<string> {
    const shelf: { printers: { scripts: { id: number }[]; files: { id: number }[] }[] } = await this.json('/api/shelf')
    const ids = shelf.printers.flatMap(({ scripts, files }) => [...scripts, ...files].map(({ id }) => id))
    const stories = await Promise.all(ids.map(id => this.json(`/api/scripts/${id}/story`)))
    return JSON.stringify([stories, await this.json('/api/things')])
  }
}

/** The seeds to run: some in each test run, more where the environment says so (`npm run siege`). */
export const seeds = Array.from({ length: Number(process.env.DRAFT_SEQUENCES ?? 12) }, (_, i) => i + 1)
