// Years of scripts: the stock branched and switched, a refrain rolled out, a trial logged, the shelf taken along and brought back.
import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import { findings, keep, lineWith, pasteOnShelf } from './desk.ts'
import { test } from './served.ts'

test.describe.configure({ mode: 'serial' })

const purge = ['; --- purge at the front ---', 'G92 E0', 'G1 X20 Y4 Z0.3 F3000', 'G1 X120 E14 F1000', 'G92 E0']
const script = (home: readonly string[]) =>
  [
    'G90',
    'M82',
    'M140 S60',
    'M104 S150',
    'M190 S60',
    '',
    '; --- feel the bed ---',
    ...home,
    '',
    '; --- full heat ---',
    'M109 S205',
    '',
    ...purge,
    '',
    'M117 Go',
    '',
  ].join('\n')

/** A picture of one dot, as a person's camera would not make it. */
const dot = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)

const chip = (page: Page, script: string, variant: RegExp) =>
  page.getByRole('radiogroup', { name: `Variants of ${script}` }).getByRole('radio', { name: variant })

/** What the shelf has, as a person would check it: scripts, variants, revisions and trials with their words. */
const everything = (page: Page) =>
  page.evaluate(async () => {
    const ask = async (path: string) => (await fetch(`/api${path}`)).json()
    const { printers } = await ask('/shelf')
    const order = printers.map((each: { printer: { name: string }; scripts: { name: string }[] }) => [
      each.printer.name,
      each.scripts.map(({ name }) => name),
    ])
    const scripts = printers.flatMap((each: { scripts: { id: number }[] }) => each.scripts)
    const stories = await Promise.all(scripts.map(({ id }: { id: number }) => ask(`/scripts/${id}/story`)))
    const told = stories.map(({ script: its, variants, revisions, trials }) => ({
      name: its.name,
      variant: its.variant,
      variants: variants.map((each: { name: string; stock: boolean }) => [each.name, each.stock]),
      revisions: revisions.map((each: { number: number; text: string; note: string }) => [
        each.number,
        each.text,
        each.note,
      ]),
      trials: trials.map((each: { data: object; pictured: boolean }) => [each.data, each.pictured]),
    }))
    return {
      order,
      told: told.sort((a, b) => (a.name < b.name ? -1 : 1)),
      refrains: (await ask('/refrains')).map((each: { name: string; text: string; revision: number }) => [
        each.name,
        each.text,
        each.revision,
      ]),
    }
  })

test('the stock is branched, switched, compared; a refrain rolled out; a trial logged; the shelf comes back as it was', async ({
  page,
}) => {
  test.setTimeout(150_000)
  // The stock start script, kept as it came; and two more that have the same purge line.
  await pasteOnShelf(page, script(['G28', 'G29']))
  const stock = await keep(page, 'Stock start', true)
  await expect(page.getByText(/As it came, kept so$/)).toBeVisible()
  for (const name of ['Evening start', 'Morning start']) {
    await pasteOnShelf(page, script(['G28', 'M420 S1']))
    await keep(page, name)
  }

  // Its probing is commented out: what came with the printer is branched, under a name that says what is different.
  await page.goto(`/desk/${stock}`)
  await page.getByRole('button', { name: 'Outline' }).click()
  await lineWith(page, 'G29').click()
  await page.keyboard.press('Home')
  await page.keyboard.type('; ')
  await expect(page.getByText(/Changed, not saved/)).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByLabel(/^Name of the variant/)).toHaveValue('Without probing')
  await expect(dialog.getByLabel('Why')).toHaveValue(/^probing commented out; .* shorter$/)
  await dialog.getByRole('button', { name: 'Save the variant' }).click()
  await expect(page.getByText(/^Saved .* · Without probing$/)).toBeVisible()

  // Switched on the shelf, for the next print only, and back.
  await page.goto('/')
  await expect(chip(page, 'Stock start', /^Without probing/)).toBeChecked()
  await chip(page, 'Stock start', /^As it came/).click()
  await expect(chip(page, 'Stock start', /^As it came/)).toBeChecked()
  const row = page.getByRole('listitem').filter({ has: page.getByRole('link', { name: /Stock start/ }) })
  await expect(row).toContainText('beside “Without probing”: probing put back')
  await row.getByLabel(/^Use another variant once/).selectOption({ label: 'Without probing' })
  await expect(row).toContainText('for the next print only')
  await row.getByRole('button', { name: /^Print finished: switch back to “As it came”/ }).click()
  await expect(chip(page, 'Stock start', /^As it came/)).toBeChecked()

  // Compared: of six passages (set-up, heat, probing the bed, full heat, purge, message) one differs.
  await page.goto(`/history/${stock}`)
  const revisions = page.getByRole('list', { name: 'Revisions, the newest first' })
  await revisions.getByRole('link', { name: 'Side by side with the one in use' }).first().click()
  await expect(page.getByRole('status')).toContainText('probing put back')
  const passages = page.getByRole('region', { name: 'Passages side by side' })
  await expect(passages.getByText('1 changed, 5 the same')).toBeVisible()
  await expect(passages.getByRole('cell', { name: /; G29/ })).toBeVisible()

  // The purge line becomes a refrain of all three.
  await page.goto(`/desk/${stock}`)
  await chooseVariant(page, stock)
  await expect(lineWith(page, 'purge at the front')).toBeVisible()
  await page.getByRole('button', { name: 'What to do with purge at the front' }).click()
  await page.getByRole('menuitem', { name: /^Make it a refrain/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Make it a refrain' }).click()
  await page.getByRole('region', { name: 'Preview' }).getByRole('button', { name: 'Apply' }).click()
  await expect(lineWith(page, ';& end purge at the front')).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText(/Saved just now/)).toBeVisible()
  for (const name of ['Evening start', 'Morning start']) {
    await page.goto('/')
    // What the stock's variants do comes late, and moves the rows below it from under the pointer.
    await expect(row).toContainText('beside “')
    await page.getByRole('link', { name: new RegExp(name) }).click()
    await page.getByRole('button', { name: 'What to do with purge at the front' }).click()
    await page.getByRole('menuitem', { name: 'Remove' }).click()
    await page.getByRole('region', { name: 'Preview' }).getByRole('button', { name: 'Apply' }).click()
    await lineWith(page, 'M109 S205').click()
    await page.getByRole('button', { name: 'Add' }).click()
    await page.getByRole('menuitem', { name: /^purge at the front/ }).click()
    await page.getByRole('region', { name: 'Preview' }).getByRole('button', { name: 'Apply' }).click()
    await expect(lineWith(page, ';& purge at the front')).toBeVisible()
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(page.getByText('Saved just now')).toBeVisible()
  }

  // Changed once, seen in all three, rolled out to two.
  await page.goto('/refrains')
  await page.getByRole('button', { name: /^purge at the front/ }).click()
  const table = page.getByRole('table', { name: 'Scripts that have it' })
  await expect(table.getByRole('link')).toHaveCount(3)
  const text = page.getByLabel(/^purge at the front/)
  await text.fill((await text.inputValue()).replace('E14', 'E10'))
  await page.getByLabel('Why').fill('less is enough')
  await expect(table.getByText('2 lines')).toHaveCount(3)
  await table.getByLabel('Roll out to Morning start').uncheck()
  await page.getByRole('button', { name: 'Roll out to 2 scripts' }).click()
  await expect(table.getByText('as in revision 1')).toHaveCount(1)
  await expect(table.getByText('the same', { exact: true })).toHaveCount(2)

  // What was seen of it, with a picture.
  await page.goto(`/history/${stock}`)
  await expect(revisions.getByText('less is enough')).toBeVisible()
  await page.getByRole('button', { name: 'What did you see?' }).first().click()
  const trial = page.getByRole('dialog')
  await trial.getByLabel('fine').check()
  await trial.getByLabel('In your words').fill('sticks from end to end')
  await trial.getByLabel(/^By the clock/).fill('soon')
  await trial.getByRole('button', { name: 'Save the trial' }).click()
  await expect(trial.getByRole('alert')).toContainText('“soon” is not a duration')
  await trial.getByLabel(/^By the clock/).fill('4:02')
  await trial.getByLabel(/^A picture/).setInputFiles({ name: 'bed.png', mimeType: 'image/png', buffer: dot })
  await expect(trial.getByAltText('As it is saved')).toBeVisible()
  await trial.getByRole('button', { name: 'Save the trial' }).click()
  await expect(revisions.getByText('Seen: fine')).toBeVisible()
  await expect(revisions.getByText(/^4 min 2 s measured/)).toBeVisible()

  // Found again by a word of it.
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder(/^A script, a line/).fill('sticks from')
  await expect(page.getByRole('option', { name: /Stock start/ }).first()).toContainText('trial')
  await page.keyboard.press('Escape')

  // Taken along, emptied, brought in: all as it was.
  const before = await everything(page)
  expect(before.told.length).toBeGreaterThan(18)
  await page.goto('/keeping')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /^The whole shelf/ }).click(),
  ])
  const path = await download.path()
  await page.getByLabel(/^This deletes all printers, scripts, refrains/).fill('empty')
  await page.getByRole('button', { name: 'Empty it' }).click()
  await expect(page.getByRole('status')).toContainText('The shelf is empty')
  await page.goto('/')
  await expect(page.getByText('The shelf is empty.')).toBeVisible()
  await page.goto('/keeping')
  await page
    .getByLabel('A shelf’s file')
    .setInputFiles({ name: 'shelf.zip', mimeType: 'application/zip', buffer: readFileSync(path) })
  await page.getByRole('button', { name: /^Bring in \d+ things/ }).click()
  await expect(page.getByRole('status')).toContainText('is imported')
  expect(await everything(page)).toEqual(before)
})

/** Puts the variant without probing in use, which may be changed. */
async function chooseVariant(page: Page, id: string): Promise<void> {
  await page.goto('/')
  await chip(page, 'Stock start', /^Without probing/).click()
  await expect(chip(page, 'Stock start', /^Without probing/)).toBeChecked()
  await page.goto(`/desk/${id}`)
}

test('two tabs save the same script: the later one is told, sees the difference and chooses', async ({
  context,
  page,
}) => {
  await pasteOnShelf(page, 'G28\nM420 S1\nM117 One\n')
  const id = await keep(page, 'Two tabs')
  const other = await context.newPage()
  await other.goto(`/desk/${id}`)
  await expect(lineWith(other, 'M117 One')).toBeVisible()
  const write = async (tab: Page, words: string) => {
    await lineWith(tab, 'M117 One').click()
    await tab.keyboard.press('End')
    await tab.keyboard.type(words)
    await tab.getByRole('button', { name: 'Save', exact: true }).click()
  }
  await write(page, ' first')
  await expect(page.getByText('Saved just now')).toBeVisible()
  await other.bringToFront()
  await write(other, ' second')
  const dialog = other.getByRole('dialog', { name: 'It was saved elsewhere meanwhile' })
  await expect(dialog.getByRole('list', { name: 'Your text compared with the saved one' })).toContainText(
    'M117 One second',
  )
  await dialog.getByRole('button', { name: 'Save mine after it' }).click()
  await expect(dialog).toHaveCount(0)
  await other.goto(`/history/${id}`)
  // Both are there: neither is lost.
  await expect(other.getByText('3 revisions in 1 variant')).toBeVisible()
})

test('a printer is made in five questions, and a change says what it does to its scripts', async ({ page }) => {
  await page.goto('/printers/new')
  await page.getByRole('button', { name: 'Make this printer' }).click()
  await expect(page.getByRole('alert')).toContainText('A printer needs a name')
  await page.getByLabel('Name', { exact: true }).fill('dunlin')
  await page.getByRole('button', { name: 'Make this printer' }).click()
  await expect(page.getByRole('alert')).toContainText('There is a printer called “Dunlin” already.')
  await page.getByLabel('Name', { exact: true }).fill('Knot')
  await page.getByRole('button', { name: 'Make this printer' }).click()
  await expect(page.getByRole('heading', { name: 'Knot' })).toBeVisible()

  await pasteOnShelf(page, 'G28\nM420 S1\nM190 S60\nM109 S205\nG1 X215 Y10 Z5 F6000\n')
  await page.getByRole('combobox', { name: 'Printer' }).click()
  await page.getByRole('listbox').getByRole('option', { name: /^Knot/ }).click()
  await keep(page, 'To the right')
  await page.goto('/')
  // It is the last of nine, and only what is near the window is drawn.
  await page.getByRole('heading', { name: 'The shelf' }).hover()
  await page.mouse.wheel(0, 5000)
  await page.getByRole('link', { name: 'Knot', exact: true }).click()
  const effect = page.getByRole('region', { name: 'What this changes' })
  await expect(effect).toContainText('1 script will be rehearsed')
  // The second “to X” is that of the reach.
  await page.getByLabel(/^to X/).nth(1).fill('200')
  await expect(effect).toContainText('new: line 5: Goes to X 215, 15 mm beyond the right of the reach')
  // A clip that is dragged, or moved by keys, into the way.
  await page.getByLabel(/^to X/).nth(1).fill('220')
  await expect(effect).toContainText('Nothing is changed yet')
  await page.getByRole('button', { name: 'Add a zone' }).click()
  const clip = page.getByRole('button', { name: /^clip, 10 mm: a keep-out zone/ })
  await clip.focus()
  await clip.press('Shift+ArrowUp')
  await expect(page.getByLabel('Back of zone 1')).toHaveValue('230')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
})

test('a script is thrown away, waits in the bin, and is put back', async ({ page }) => {
  await pasteOnShelf(page, 'G28\nM420 S1\n')
  await keep(page, 'To be thrown')
  await page.goto('/')
  await page.getByRole('button', { name: 'What to do with To be thrown' }).click()
  await page.getByRole('menuitem', { name: /^Throw away/ }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Throw it away' }).click()
  await expect(page.getByRole('link', { name: /To be thrown/ })).toHaveCount(0)
  await page.goto('/keeping')
  const bin = page.getByRole('region', { name: 'The bin' })
  await bin.getByRole('listitem').filter({ hasText: 'To be thrown' }).getByRole('button', { name: 'Put back' }).click()
  await expect(page.getByRole('status')).toContainText('“To be thrown” is back.')
  await page.goto('/')
  await expect(page.getByRole('link', { name: /To be thrown/ })).toBeVisible()
  await expect(findings(page)).toHaveCount(0)
})

test('a passage is taken across, the printer fitted to what was measured, and a backup gone back to', async ({
  page,
}) => {
  const start = (nozzle: number, home: string) =>
    `G90\nM82\n\n; --- warm ---\nM190 S60\nM109 S${nozzle}\n\n; --- feel the bed ---\n${home}\n\nM117 Go\n`
  const onDunlin = async (text: string) => {
    await pasteOnShelf(page, text)
    await page.getByRole('combobox', { name: 'Printer' }).click()
    await page
      .getByRole('listbox')
      .getByRole('option', { name: /^Dunlin/ })
      .click()
  }
  await onDunlin(start(205, 'G28\nG29'))
  const left = await keep(page, 'Feels')
  await onDunlin(start(210, 'G28\nM420 S1'))
  const right = await keep(page, 'Saved mesh')
  await page.goto(`/side-by-side?left=script-${left}&right=script-${right}`)
  await expect(page.getByRole('status').first()).toContainText('nozzle 205 → 210 °C; no probing')
  await page.getByRole('button', { name: 'Make feel the bed on the right as on the left' }).click()
  await expect(page.getByText('Put into “Saved mesh” as a change that is not saved yet.')).toBeVisible()
  await page.getByRole('link', { name: 'Look at it on the Desk' }).click()
  await expect(lineWith(page, 'G29')).toBeVisible()
  await expect(lineWith(page, 'S210')).toBeVisible()
  await expect(page.getByText('Changed, not saved')).toBeVisible()

  // Two times by the clock, both longer than rehearsed: warm-up takes longer than was said.
  for (const [id, clock] of [
    [left, '5:10'],
    [right, '5:00'],
  ] as const) {
    await page.goto(`/history/${id}`)
    await page.getByRole('button', { name: 'What did you see?' }).first().click()
    await page
      .getByRole('dialog')
      .getByLabel(/^By the clock/)
      .fill(clock)
    await page.getByRole('dialog').getByRole('button', { name: 'Save the trial' }).click()
    await expect(page.getByText(/(?:s|min) measured/)).toBeVisible()
  }
  await page.getByRole('button', { name: 'Calibrate from trials…' }).click()
  const fit = page.getByRole('dialog')
  await expect(fit).toContainText('One measured time can’t say what takes longer')
  await fit.getByRole('button', { name: 'Leave it' }).click()
  await page.getByRole('button', { name: 'What did you see?' }).first().click()
  await page
    .getByRole('dialog')
    .getByLabel(/^By the clock/)
    .fill('5:06')
  await page.getByRole('dialog').getByRole('button', { name: 'Save the trial' }).click()
  await expect(page.getByText(/5 min 6 s measured/)).toBeVisible()
  await page.getByRole('button', { name: 'Calibrate from trials…' }).click()
  await expect(fit.getByText(/^nozzle to 200 °C: 95 →/)).toBeVisible()
  await fit.getByRole('button', { name: 'Use these figures' }).click()
  await expect(fit).toHaveCount(0)

  // The day's backup was made before all of this.
  await page.goto('/keeping')
  const backups = page.getByRole('region', { name: 'Backups' })
  // A run that goes past midnight has two; the older one is the one from before all of this.
  const daily = backups.getByRole('listitem').filter({ hasText: 'of the day' }).last()
  await daily.getByRole('button', { name: 'Restore…' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Restore the shelf' }).click()
  await expect(page.getByRole('status')).toContainText('Restored')
  await page.goto('/')
  await expect(page.getByRole('link', { name: /Everyday/ })).toBeVisible()
  await expect(page.getByRole('link', { name: /Saved mesh/ })).toHaveCount(0)
})
