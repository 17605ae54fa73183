// The whole print: a job of changes made, run, its string found and taken away; ways to purge; one script for every set; blends.
import { expect, type Page } from '@playwright/test'
import { keep, lineWith } from './desk.ts'
import { made, printerLike, printerNamed } from './made.ts'
import { test } from './served.ts'

/** A printer of a test’s own, like one of the demo, with a bucket; its scripts by moment. */
async function withBucket(page: Page, like: string, name: string, scripts: Record<string, string>): Promise<number> {
  const id = await printerLike(page, like, { name, spots: [{ name: 'bucket', x: -30, y: 100, z: 10 }] })
  for (const [moment, text] of Object.entries(scripts))
    await made(page, '/scripts', { name: `${name} ${moment}`, printerId: id, moment, text, note: '' })
  return id
}

const start = [
  'G90',
  'M83',
  'M140 S@(highest bed)',
  'M104 T0 S@(ooze_safe of T0)',
  'M190 S@(highest bed)',
  'G28',
  'M420 S1',
  'T0',
  'M109 T0 S@(nozzle of T0)',
  'G1 X20 Y2 Z0.3 F6000',
  'G1 X120 E12 F1000',
  'G1 Z2 F600',
].join('\n')
/** Room first, straight up from the print: a string. */
const swap = [
  'G91',
  'G1 Z8 F600',
  'G90',
  'M83',
  'T@to_tool',
  'M109 T@to_tool S@(nozzle_later of next)',
  'G1 X@next_x Y@next_y F9000',
  'G91',
  'G1 Z-8 F600',
  'G90',
  'M83',
].join('\n')

const choose = async (page: Page, name: string | RegExp, option: string | RegExp) => {
  await page.getByRole('combobox', { name, exact: typeof name === 'string' }).click()
  await page.getByRole('listbox').getByRole('option', { name: option }).click()
}

test('a job of changes is made, the string found in its whole print, and taken away by a leave passage', async ({
  page,
}) => {
  const id = await withBucket(page, 'Oystercatcher', 'Whimbrel', { start, 'tool-change': swap })

  await page.goto('/jobs')
  await choose(page, 'Shown on', /^Whimbrel/)
  await page.getByRole('button', { name: 'New job' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name').fill('pennant')
  await form.getByLabel('Height').fill('6')
  await choose(page, 'Tools used', 'T0 to T1')
  await choose(page, 'Changes of tools', /^by layer or height/)
  // T0 everywhere, T1 from 2 to 3 mm: layers of 0.2 mm, so 11 to 15, both in each: five changes, T0 → T1 first and last.
  await form.getByLabel('Over (mm)').nth(1).fill('2')
  await form.getByLabel('Up to (mm)').nth(1).fill('3')
  // In layer 16 T0 prints alone again: a sixth.
  await expect(form.getByRole('status').filter({ hasText: 'on Whimbrel' })).toHaveText('6 changes on Whimbrel')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('button', { name: /pennant/ })).toContainText('6 changes of tools')

  await page.goto(`/whole-print?printer=${id}&job=pennant`)
  const found = page.getByRole('region', { name: 'Findings' })
  await expect(page.getByText('6 changes take')).toBeVisible()
  await expect(found.getByText(/straight up from the print without retracting/)).toBeVisible()
  await expect(
    page
      .getByRole('region', { name: 'Ribbon of the whole print' })
      .getByRole('button', { name: /T0 → T1, at a tool change, first use, layer 11/ }),
  ).toBeVisible()

  await choose(page, 'A script at another moment', 'material end')
  await expect(page.getByRole('combobox', { name: 'When' })).toHaveText('material end')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page.getByRole('menuitem', { name: /^Leave the print/ }).click()
  await page.getByRole('button', { name: /^Apply/ }).click()
  await expect(lineWith(page, ';@ leave-print')).toBeVisible()
  await keep(page, 'Whimbrel leaves')

  await page.goto(`/whole-print?printer=${id}&job=pennant`)
  await expect(page.getByText('6 changes take')).toBeVisible()
  await expect(
    page.getByRole('region', { name: 'Situations' }).getByRole('button', { name: /^T0 → T1, material end, first use/ }),
  ).toBeVisible()
  await expect(found.getByText(/straight up from the print/)).toBeHidden()
})

test('tower and bucket are compared, and a situation opens on the Desk as the print leaves it', async ({ page }) => {
  const id = await withBucket(page, 'Oystercatcher', 'Dowitcher', { start, 'tool-change': swap })
  await made(page, '/jobs', {
    name: 'streamer',
    about: '',
    materials: ['Plain PLA', 'Plain PLA'],
    firstTool: 0,
    area: { kind: 'centred', widthMm: 40, depthMm: 40 },
    top: { kind: 'height', mm: 2 },
    firstLayerMm: 0.2,
    layerMm: 0.2,
    tower: { x: 250, y: 100, widthMm: 20, depthMm: 20 },
    purgeMm3: 100,
  })
  await page.goto(`/whole-print?printer=${id}&job=streamer`)
  const ways = page.getByRole('region', { name: 'Ways to purge' })
  // Ten changes of 100 mm³: 1000 mm³ at 1.24 g/cm³ are 1.24 g, whichever way; a layer has 40 · 40 · 0.2 · 0.25 · 0.6 = 48 mm³ of infill.
  await expect(ways.getByRole('row', { name: /^Into a tower/ })).toContainText('1.2 g')
  await expect(ways.getByRole('row', { name: /^Into the bucket/ })).toContainText('1.2 g')
  await expect(ways.getByRole('row', { name: /^Into the infill/ })).toContainText('about 48 mm³ of infill')

  await page
    .getByRole('region', { name: 'Situations' })
    .getByRole('button', { name: 'T1 → T0, at a tool change', exact: true })
    .click()
  const where = page.getByRole('region', { name: 'In the whole print' })
  await expect(where).toContainText('In layer 2 of “streamer”, with the machine as the print leaves it.')
  await expect(where.getByRole('combobox', { name: 'Change' })).toHaveText('T1 → T0')
  await where.getByRole('button', { name: 'Back to the usual case' }).click()
  await expect(where).toContainText('usually begins')
})

test('of a print file its own moves run around each change, and tell whether a lift draws a string', async ({
  page,
}) => {
  const id = await withBucket(page, 'Oystercatcher', 'Sandpiper', { start, 'tool-change': swap })
  // Two layers, T0 then T1 in each, at (140, 90) and (160, 110); the file retracts so much before each change.
  const file = (retracts: number) =>
    [
      'M140 S60\nM104 S205\nM83',
      ...[0.2, 0.4].map(z =>
        [0, 1]
          .map(tool => `T${tool}\nG1 X${140 + tool * 20} Y90\nG1 E${retracts}\nG1 Z${z}\nG1 Y110 E1\nG1 E-${retracts}`)
          .join('\n'),
      ),
      'M104 S0\nM140 S0',
    ].join('\n')
  const jobOf = async (name: string, retracts: number) => {
    await page.goto('/jobs')
    await choose(page, 'Shown on', /^Sandpiper/)
    await page
      .getByLabel('A print file', { exact: true })
      .setInputFiles({ name: `${name}.gcode`, mimeType: 'text/plain', buffer: Buffer.from(file(retracts)) })
    await expect(page.getByRole('dialog').getByLabel('Name')).toHaveValue(name)
    await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('button', { name: new RegExp(name) })).toContainText('3 changes of tools')
    await page.goto(`/whole-print?printer=${id}&job=${name}`)
    await expect(page.getByText('3 changes take')).toBeVisible()
  }
  const string = page
    .getByRole('region', { name: 'Findings' })
    .getByText(/straight up from the print without retracting/)
  await jobOf('burgee', 0.1)
  await expect(string).toBeVisible()
  await expect(string).not.toContainText('unless')
  await jobOf('ensign', 5)
  await expect(string).toBeHidden()
  const situations = page.getByRole('region', { name: 'Situations' })
  await expect(situations.getByText('with the print file’s own moves around it').first()).toBeVisible()
  await situations.getByRole('button', { name: /^T0 → T1, at a tool change, first use/ }).click()
  const where = page.getByRole('region', { name: 'In the whole print' })
  await expect(where).toContainText('The print file itself has M83 · G1 E-5 before and G1 X160 Y90 · G1 E5')
})

test('one start script is right for left, right and both', async ({ page }) => {
  const { id } = await printerNamed(page, 'Oystercatcher')
  for (const job of ['small', 'right-tool', 'name-plate']) {
    await page.goto(`/whole-print?printer=${id}&job=${job}`)
    await expect(page.getByRole('status').filter({ hasText: /take|No change of tools/ })).toContainText('No problems')
  }
})

test('blends are made on the Desk and used as tools of their own', async ({ page }) => {
  const blends = ['M83', 'G1 E-3 F1800', 'G91', 'G1 Z2 F700', 'G90', 'M83', 'T@to_tool', 'G1 E3 F1800', ''].join('\n')
  const half = 'G28\nM163 S0 P0.5\nM163 S1 P0.5\nM164 S0\nM109 S@nozzle\n'
  const id = await withBucket(page, 'Phalarope', 'Godwit', { start: half, 'tool-change': blends })
  await page.goto(`/whole-print?printer=${id}&job=faded-vase`)
  await expect(page.getByText('3 changes take')).toBeVisible()
  const found = page.getByRole('region', { name: 'Findings' })
  await expect(found.getByText(/T2 is a blend that no line has stored/)).toBeVisible()
  // A table of five even steps, kept as T0 to T4, in the start script.
  const shelf = (await (await page.request.get('/api/shelf')).json()) as {
    printers: { id: number; scripts: { id: number; name: string }[] }[]
  }
  const script = shelf.printers.find(each => each.id === id)?.scripts.find(({ name }) => name === 'Godwit start')
  await page.goto(`/desk/${script?.id}`)
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page.getByRole('menuitem', { name: /^Mixing table/ }).click()
  await page.getByRole('button', { name: /^Apply/ }).click()
  await expect(lineWith(page, 'M164 S4')).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText(/^Saved/).first()).toBeVisible()
  await page.goto(`/whole-print?printer=${id}&job=faded-vase`)
  await expect(page.getByText('3 changes take')).toBeVisible()
  await expect(found.getByText(/no line has stored/)).toBeHidden()
})
