// Names as long as may be, with no space to break them at: they shorten, or go on below, and squeeze nothing beside them.
import { expect, type Page } from '@playwright/test'
import { editor } from './desk.ts'
import { cutOff, sideways, tooWide } from './looked-at.ts'
import { made, printerLike, thingsOf } from './made.ts'
import { test } from './served.ts'

const long = (what: string, max = 80) =>
  `${what}_with_the_second_hot_end_and_the_glass_bed_that_was_borrowed_from_the_café_upstairs_in_the_last_week_of_March`.slice(
    0,
    max,
  )

const start = [
  `; --- ${long('Heating')} ---`,
  'G28',
  'M190 S60',
  'M109 S205',
  `; --- ${long('Purge')} ---`,
  'G92 E0',
  'G1 X20 Y4 Z0.3 F3000',
  `G1 X120 E14 F1000 ; ${long('slowly')}`,
  'G92 E0',
  `M117 ${long('Go')}`,
].join('\n')

/** Printers, a script of three variants, a material, a job, a vocabulary and a refrain of long names; gives the pages that tell of them. */
async function allLong(page: Page): Promise<string[]> {
  const { materials, jobs } = await thingsOf(page)
  const printer = await printerLike(page, 'Phalarope', { name: long('Whimbrel') })
  await made(page, '/materials', { ...materials[0].data, name: long('Seagrass') })
  const job = jobs.find(({ data }: { data: { name: string } }) => data.name === 'striped-cup')
  await made(page, '/jobs', { ...job.data, name: long('Herring_boxes') })
  await made(page, '/vocabularies', {
    name: long('Words_of_a_program'),
    open: '{',
    close: '}',
    index: null,
    words: [{ word: long('plate_heat').replace('é', 'e'), value: 'bed' }],
    formulas: true,
    branch: null,
    printers: [long('Whimbrel')],
  })
  const host = await printerLike(page, 'Curlew', {
    name: long('Godwit'),
    configFiles: [],
    macros: `[gcode_macro ${long('PRELUDE')}]\ngcode:\n  G28 ; ${long('homes')}\n  M190 S60\n`,
  })
  await made(page, '/refrains', { name: long('Wipe'), text: 'G1 X4\nG1 X40\n' })
  const script = await made(page, '/scripts', {
    name: long('Everyday', 120),
    printerId: printer,
    moment: 'start',
    note: long('Why'),
    text: start,
  })
  for (const name of ['No_probing', 'For_glass'])
    await made(page, `/scripts/${script}/variants`, { name: long(name, 120), text: start.replace('S205', 'S215') })
  return [
    '/',
    `/desk/${script}`,
    `/history/${script}`,
    `/printers/${printer}`,
    `/printers/${printer}/firmware`,
    `/carry/${script}`,
    `/carry/${script}/several`,
    `/side-by-side?left=script-${script}&right=script-2`,
    `/runs?script=${script}`,
    '/jobs',
    `/whole-print?printer=${printer}&job=${encodeURIComponent(long('Herring_boxes'))}`,
    `/macros?printer=${long('Godwit')}`,
    `/printers/${host}`,
    '/vocabularies',
    '/refrains',
    '/keeping',
  ]
}

test('long names shorten or go on below, and squeeze nothing', async ({ page }) => {
  const wrong: string[] = []
  const addresses = await allLong(page)
  for (const [width, height] of [
    [640, 400],
    [1024, 768],
  ] as const) {
    await page.setViewportSize({ width, height })
    for (const address of addresses) {
      await page.goto(address)
      await expect(page.getByText(/_with_the_second/).first()).toBeAttached()
      await expect(page.getByText(/^(?:Carrying it over|Rehearsing)/)).toHaveCount(0)
      const wide = await tooWide(page)
      if (wide) wrong.push(`${address} at ${width}: ${wide}`)
      for (const cut of await cutOff(page)) wrong.push(`${address} at ${width}: ${cut}`)
    }
  }
  expect(wrong).toEqual([])

  // On the Desk the choices with short names stay whole beside a script and a printer that have long ones.
  await page.goto(addresses.find(address => address.startsWith('/desk/')) as string)
  await expect(editor(page)).toContainText('G28')
  for (const name of ['When', 'Rehearsed for', 'Material'])
    for (const words of [
      page.getByRole('combobox', { name, exact: true }).locator('span').first(),
      page.getByText(name, { exact: true }).first(),
    ]) {
      const [has, needs] = await words.evaluate(each => [each.clientWidth, each.scrollWidth])
      expect(needs, name).toBe(has)
    }

  // What opens over it, in a narrow window.
  await page.setViewportSize({ width: 640, height: 400 })
  const over = page.locator('[role=dialog], [role=menu]')
  const close = async () => {
    expect(await sideways(page)).toEqual([])
    await page.keyboard.press('Escape')
    await expect(over).toHaveCount(0)
  }
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('menuitem', { name: /^Wipe_with_the_second/ })).toBeVisible()
  await close()
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('menuitem', { name: /^For one job/ }).click()
  await expect(page.getByRole('button', { name: /^All of Whimbrel/ })).toBeVisible()
  await close()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('with_the_second')
  await expect(page.getByRole('option', { name: /^Everyday_with_the_second/ }).first()).toBeVisible()
  await close()
})
