// Carry over: a script brought to other printers with its questions, a later change brought after it, a firmware changed, a passage.
import { expect, type Page } from '@playwright/test'
import { editor, lineWith } from './desk.ts'
import { made } from './made.ts'
import { test } from './served.ts'

type Listed = { id: number; name: string }
type OnShelf = { id: number; printer: { name: string; firmware: object }; scripts: Listed[] }

const shelfOf = async (page: Page): Promise<OnShelf[]> => (await (await page.request.get('/api/shelf')).json()).printers
const printerNamed = async (page: Page, name: string): Promise<OnShelf> => {
  const found = (await shelfOf(page)).find(({ printer }) => printer.name === name)
  if (!found) throw new Error(`no printer ${name}`)
  return found
}

const scriptMade = (page: Page, name: string, printerId: number, text: string, moment = 'start'): Promise<number> =>
  made(page, '/scripts', { name, printerId, moment, text, note: '' })

const everyday = [
  'G21',
  'G90',
  'M82',
  '; --- warm ---',
  'M117 Warming up',
  'M140 S60',
  'M104 S150',
  'M190 S60',
  'M109 S150',
  '; --- home and probe ---',
  'G28',
  'G29',
  '; --- full heat ---',
  'M109 S205',
  '; --- purge line, left edge ---',
  'G92 E0',
  'G1 X4 Y20 Z0.3 F3000',
  'G1 Y170 E18.7 F1000',
  'G92 E0',
  'G1 Z2 F900',
  '',
].join('\n')

async function carryTo(page: Page, script: string, to: string): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: `What to do with ${script}`, exact: true }).click()
  // By keyboard: rows that are still rehearsed grow, and the menu moves with them.
  await page.getByRole('menuitem', { name: 'Carry over to…' }).press('Enter')
  await page.getByRole('combobox', { name: 'To', exact: true }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: new RegExp(`^${to}`) })
    .click()
  await expect(page.getByText(`carried over to ${to} by the meaning of each line`)).toBeVisible()
}

test('a script goes to a small and to a host printer, remembers where it came from, and takes a later change after it', async ({
  page,
}) => {
  const dunlin = await printerNamed(page, 'Dunlin')
  const id = await scriptMade(page, 'Everyday to carry', dunlin.id, everyday)
  await carryTo(page, 'Everyday to carry', 'Sanderling')
  const lines = page.getByRole('region', { name: 'Both scripts, passage by passage' })
  // 150 mm from 20 on do not fit on 120: up to 20 before the edge, with the bead as it was.
  await expect(lines.getByText('G1 Y100 E9.973 F1000')).toBeVisible()
  await expect(lines.getByText('Sanderling has no display.').first()).toBeVisible()
  await expect(
    page.getByRole('img', { name: /^The bed of Sanderling over that of Dunlin, to one scale/ }),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Save as a new script…' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Save the script' }).click()
  await expect(page.getByRole('heading', { name: 'Everyday to carry, Sanderling' })).toBeVisible()

  // The host aligns its gantry, and lets the bed settle for a probe that shifts with warmth.
  await carryTo(page, 'Everyday to carry', 'Curlew')
  await expect(lines.getByText('QUAD_GANTRY_LEVEL')).toBeVisible()
  await expect(lines.getByText('BED_MESH_CALIBRATE')).toBeVisible()
  // A change can be ticked off: then the line stays.
  const soak = lines.getByRole('checkbox', { name: /^added: ;\? when soak/ })
  await soak.uncheck()
  await expect(lines.getByText('not added', { exact: true })).toBeVisible()
  // It can be wanted again, and is not.
  await soak.check()
  await expect(lines.getByText('not added', { exact: true })).toBeHidden()
  await soak.uncheck()
  await expect(lines.getByText('not added', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Save as a new script…' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Save the script' }).click()
  await expect(page.getByRole('heading', { name: 'Everyday to carry, Curlew' })).toBeVisible()
  await expect(editor(page)).toContainText('QUAD_GANTRY_LEVEL')
  await expect(editor(page)).not.toContainText('soak')
  const host = Number(page.url().split('/').at(-1))

  // The original changes: a longer wait after the heat. The copy has a change of its own, which stays.
  const saved = await (await page.request.get(`/api/scripts/${id}`)).json()
  await page.request.put(`/api/scripts/${id}`, {
    data: {
      printerId: saved.printerId,
      moment: saved.moment,
      identity: saved.identity,
      base: saved.revision,
      text: everyday.replace('M109 S205', 'M109 S205\nG4 S5'),
      note: 'the nozzle settles',
    },
  })
  await page.goto(`/desk/${host}`)
  await expect(page.getByText('“Everyday to carry” has changed since')).toBeVisible()
  await page.getByRole('link', { name: 'Carry that change over too…' }).click()
  await expect(page.getByRole('region', { name: 'Where it came from' })).toContainText(
    'From Dunlin, Everyday to carry, revision 1',
  )
  await page.getByRole('button', { name: 'Carry that change over too…' }).click()
  const dialog = page.getByRole('dialog')
  // Five seconds are 5000 ms on a host.
  await expect(dialog.getByRole('list', { name: 'Lines that change' })).toContainText('G4 P5000')
  await expect(dialog.getByRole('listitem')).toHaveCount(1)
  await dialog.getByRole('button', { name: 'Save it as the next revision' }).click()
  await expect(page.getByRole('region', { name: 'Where it came from' })).toContainText(
    'From Dunlin, Everyday to carry, revision 2',
  )
  await expect(page.getByText('the nozzle settles').first()).toBeVisible()
})

test('what only a person knows is asked, and the answer is taken', async ({ page }) => {
  const phalarope = await printerNamed(page, 'Phalarope')
  const text = 'G90\nM83\nG28\nM420 S1\nM109 S205\nG1 Z15 F700\nG1 X-20 Y30 F9000\nG1 E10 F180\nG1 X10 Y4 F9000\n'
  await scriptMade(page, 'Into the bucket', phalarope.id, text)
  await carryTo(page, 'Into the bucket', 'Dunlin')
  const questions = page.getByRole('region', { name: 'Questions' })
  await expect(questions).toContainText('1 question to answer')
  await questions.getByRole('textbox').fill('nowhere')
  await questions.getByRole('button', { name: 'Answer' }).click()
  await expect(page.getByRole('alert')).toContainText('must be a position as “X,Y” in mm, or “leave out”')
  await page.getByRole('button', { name: 'Start again' }).click()
  await questions.getByRole('textbox').fill('2, 200')
  await questions.getByRole('button', { name: 'Answer' }).click()
  await expect(
    page.getByRole('region', { name: 'Both scripts, passage by passage' }).getByText('G1 X2 Y200 F9000'),
  ).toBeVisible()
  await expect(questions).toContainText('Questions, all answered')
})

test('one script goes to all ticked printers', async ({ page }) => {
  const dunlin = await printerNamed(page, 'Dunlin')
  const id = await scriptMade(page, 'To many', dunlin.id, everyday)
  await page.goto(`/carry/${id}/several`)
  const table = page.getByRole('table')
  await expect(table.getByRole('row', { name: /Sanderling/ })).toContainText('left out')
  // Other tests have printers of their own on the shelf.
  for (const row of await table
    .getByRole('row')
    .filter({ has: page.getByRole('checkbox') })
    .all()) {
    const box = row.getByRole('checkbox')
    await expect(box).toBeEnabled()
    if (!/^(?:Curlew|Sanderling)/.test((await row.textContent()) ?? '')) await box.uncheck()
  }
  await page.getByRole('button', { name: 'Save 2 new scripts' }).click()
  await expect(table.getByRole('link', { name: 'Saved: open it' })).toHaveCount(2)
  const made_ = (await shelfOf(page)).flatMap(({ scripts }) => scripts).filter(({ name }) => name.startsWith('To many'))
  expect(made_.map(({ name }) => name).sort()).toEqual(['To many', 'To many, Curlew', 'To many, Sanderling'])
})

test('a printer that has another firmware takes all its scripts with it', async ({ page }) => {
  const turnstone = await printerNamed(page, 'Turnstone')
  const printer = { ...turnstone.printer, name: 'Turnstone refitted' }
  const printerId = await made(page, '/printers', printer)
  const start = await scriptMade(
    page,
    'Refitted start',
    printerId,
    'G90\nM82\nG28\nM420 S1\nM109 S205\nG4 S5\nG1 X20 Y2 Z0.3 F3000\n',
  )
  const end = await scriptMade(
    page,
    'Refitted end',
    printerId,
    'G91\nG1 Z5 F480\nG90\nM104 S0\nM140 S0\nM84 X Y E\n',
    'end',
  )
  await page.goto(`/printers/${printerId}`)
  await page.getByRole('button', { name: 'Another firmware…' }).click()
  await expect(page.getByText('Choose the family or the version that it has now.')).toBeVisible()
  await page.getByRole('combobox', { name: 'The new firmware' }).click()
  await page.getByRole('listbox').getByRole('option', { name: 'host firmware' }).click()
  await page.getByLabel('Version').fill('12.1')
  await expect(page.getByRole('row', { name: /Refitted start/ })).toContainText('2 changed')
  await page
    .getByRole('row', { name: /Refitted start/ })
    .getByRole('button')
    .click()
  await expect(page.getByText('BED_MESH_PROFILE LOAD=default')).toBeVisible()
  await page.getByRole('button', { name: 'Change it, with 2 scripts' }).click()
  await expect(page.getByRole('heading', { name: 'Turnstone refitted', exact: true })).toBeVisible()
  const texts = await Promise.all(
    [start, end].map(async each => (await (await page.request.get(`/api/scripts/${each}`)).json()).text),
  )
  expect(texts[0]).toBe('G90\nM82\nG28\nBED_MESH_PROFILE LOAD=default\nM109 S205\nG4 P5000\nG1 X20 Y2 Z0.3 F3000\n')
  expect(texts[1]).toContain('SET_STEPPER_ENABLE STEPPER=stepper_x ENABLE=0')
})

test('macros come along to a firmware that has none, as scripts of what they ran', async ({ page }) => {
  const { printer } = await printerNamed(page, 'Curlew')
  const macros =
    '[gcode_macro PRELUDE]\ngcode:\n  G28\n  M190 S{params.BED}\n  BED_MESH_CALIBRATE\n[gcode_macro AFTERWARDS]\ngcode:\n  M140 S0\n'
  const data = { ...printer, name: 'Old board', macros, configFiles: [] }
  const id = await made(page, '/printers', data)
  await page.goto(`/printers/${id}/firmware`)
  await page.getByRole('combobox', { name: 'The new firmware' }).click()
  await page.getByRole('listbox').getByRole('option', { name: 'board firmware' }).click()
  await page.getByLabel('Version').fill('2.1')
  const prelude = page.getByRole('row', { name: /PRELUDE/ })
  await expect(prelude).toContainText('a macro: a new script with its commands')
  await prelude.getByRole('button').click()
  await expect(page.getByText('PRELUDE is a macro of Old board', { exact: false }).first()).toBeVisible()
  await expect(page.getByRole('row', { name: /printer\.cfg/ })).toContainText('into the bin')
  await page.getByRole('button', { name: 'Change it, with 2 scripts' }).click()
  await expect(page.getByRole('heading', { name: 'Old board', exact: true })).toBeVisible()
  const own = (await shelfOf(page)).find(each => each.id === id)?.scripts ?? []
  expect(own.map(({ name }) => name).sort()).toEqual(['Old board, AFTERWARDS', 'Old board, PRELUDE'])
  const start = own.find(({ name }) => name.endsWith('PRELUDE'))?.id
  const { text } = await (await page.request.get(`/api/scripts/${start}`)).json()
  expect(text).toContain('M190 S@bed\n')
  expect(text).not.toContain('BED_MESH')
})

test('one purge line goes into another script, in place of its like', async ({ page }) => {
  const [dunlin, sanderling] = [await printerNamed(page, 'Dunlin'), await printerNamed(page, 'Sanderling')]
  const from = await scriptMade(page, 'Has the good purge', dunlin.id, everyday)
  await scriptMade(
    page,
    'Wants a better purge',
    sanderling.id,
    'G90\nM82\nM190 S60\nG28\nG29\nM109 S205\n\n; --- purge ---\nG92 E0\nG1 X10 Y2 Z0.3 F600\nG1 X60 E2 F900\nG92 E0\n\nM117 Go\n',
  )
  await page.goto(`/desk/${from}`)
  await page.getByRole('button', { name: 'Outline' }).click()
  await page.getByRole('button', { name: /^What to do with purge line/ }).click()
  await page.getByRole('menuitem', { name: /^Copy to another script/ }).click()
  await page.getByRole('combobox', { name: 'To', exact: true }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^Sanderling/ })
    .click()
  const where = page.getByRole('region', { name: 'Where it goes' })
  await where.getByRole('combobox', { name: 'Into' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^Wants a better purge/ })
    .click()
  await expect(where.getByRole('combobox', { name: 'Place, proposed' })).toContainText('in place of “purge”')
  await where.getByRole('button', { name: 'Insert it there, on the Desk' }).click()
  await expect(page.getByRole('heading', { name: 'Wants a better purge' })).toBeVisible()
  await expect(lineWith(page, 'G1 Y100 E9.973 F1000')).toBeVisible()
  await expect(editor(page)).not.toContainText('G1 X60 E2 F900')
  await expect(page.getByText('Changed, not saved')).toBeVisible()
})
