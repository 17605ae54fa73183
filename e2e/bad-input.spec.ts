// Whatever is pasted or dropped: a clear word about it, nothing lost, nothing frozen.
import { expect, type Locator, type Page } from '@playwright/test'
import { editor, findings, lineWith, pasteOnShelf, takenText } from './desk.ts'
import { test } from './served.ts'

/** Drops a file of these bytes on the Shelf's place for new scripts. */
async function drop(page: Page, name: string, bytes: number[]): Promise<void> {
  await page.goto('/')
  const data = await page.evaluateHandle(
    ({ name, bytes }) => {
      const transfer = new DataTransfer()
      transfer.items.add(new File([new Uint8Array(bytes)], name))
      return transfer
    },
    { name, bytes },
  )
  await page.getByRole('region', { name: 'A new script' }).dispatchEvent('drop', { dataTransfer: data })
}

test('an empty script says what to do', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'Begin empty' }).click()
  await expect(page.getByText('Paste a script here, or write one.')).toBeVisible()
  await expect(page.getByText('Nothing to rehearse yet.')).toBeVisible()
})

test('a picture dropped by mistake is named as one', async ({ page }) => {
  await drop(page, 'bed.png', [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])
  await expect(page.getByRole('alert')).toHaveText('“bed.png”: this is a PNG picture, not a script.')
})

test('a dropped script keeps its byte order mark and a NUL byte, and says where that is', async ({ page }) => {
  await drop(page, 'odd.gcode', [0xef, 0xbb, 0xbf, 0x47, 0x32, 0x38, 0x0a, 0x47, 0x39, 0x30, 0x00, 0x0a])
  await expect(findings(page).filter({ hasText: 'invisible control characters' })).toContainText('line 2')
  expect(await takenText(page)).toBe('\ufeffG28\nG90\0\n')
})

test('each kind of slip has its finding at its line', async ({ page }) => {
  const text = [
    'G28',
    'M420 S1',
    'G1 X',
    'G1 X10 F0',
    'G1 X1e999',
    'G1 X--3',
    'G28 (not closed',
    'M140 S60M104 S200',
    'G1 X\u22125 Y\u00a03',
    'G1 Z0,3',
    'M84 “all”',
  ].join('\n')
  await pasteOnShelf(page, text)
  const expected: [number, string][] = [
    [3, 'X needs a number'],
    [4, 'is not a speed'],
    [5, 'do not read exponents'],
    [6, 'is not a number'],
    [7, 'never closes'],
    [8, 'joined to'],
    [9, 'long dash'],
    [10, 'comma in its number'],
    [11, 'curly quote'],
  ]
  for (const [line, words] of expected)
    await expect(
      findings(page)
        .filter({ hasText: words })
        .filter({ has: page.getByRole('button', { name: `line ${line}`, exact: true }) }),
    ).toHaveCount(1)
  expect(await takenText(page)).toBe(text)
})

test('one line of 2 MB is kept, and said to be too long', async ({ page }) => {
  const text = `G28\n${'G1 X1 '.repeat(333_334)}\nG90\n`
  await pasteOnShelf(page, text)
  await expect(findings(page).filter({ hasText: 'characters long' })).toContainText('line 2')
  await editor(page).press('Control+Home')
  await page.keyboard.type('M82\n')
  await expect(findings(page).filter({ hasText: 'characters long' })).toContainText('line 3')
  expect((await takenText(page)) === `M82\n${text}`).toBe(true)
})

test('a 20 MB paste opens, says that it is a whole print, and can still be typed in', async ({ page }) => {
  const text = 'G1 X100.125 Y100.5 E0.0333\n'.repeat(780_000)
  expect(text.length).toBeGreaterThan(20_000_000)
  await pasteOnShelf(page, text)
  await expect(page.getByText('This is 780,000 lines, as long as a whole print.')).toBeVisible({ timeout: 30_000 })
  await editor(page).press('Control+Home')
  await page.keyboard.type('G28\n')
  await expect(lineWith(page, 'G28')).toContainText('Homes X, Y, then Z', { timeout: 30_000 })
  await page.waitForTimeout(600)
  await page.reload()
  await expect(lineWith(page, 'G28')).toBeVisible({ timeout: 30_000 })
  expect((await takenText(page)).length).toBe(text.length + 4)
})

test('an address that leads nowhere says so', async ({ page, request }) => {
  await page.goto('/desk/999')
  await expect(page.getByRole('alert')).toContainText('There is no script 999.')
  expect((await page.goto('/nowhere'))?.status()).toBe(404)
  await expect(page.getByRole('heading', { name: 'There is nothing here' })).toBeVisible()
  await page.getByRole('link', { name: 'Go to the shelf' }).click()
  await expect(page.getByRole('heading', { name: 'The shelf' })).toBeVisible()
  const response = await request.get('/api/nowhere')
  expect(response.status()).toBe(404)
  expect(await response.json()).toEqual({ error: 'There is nothing at /api/nowhere.', place: null })
})

test('a script of 5,000 passages opens, and its outline says how many more there are', async ({ page }) => {
  const steps = Array.from({ length: 5000 }, (_, i) => `; --- step ${i} ---\nG1 X${i % 100} F3000\n`)
  await pasteOnShelf(page, `G28\n\n${steps.join('\n')}`)
  await page.getByRole('button', { name: 'Outline' }).click()
  const outline = page.getByRole('navigation', { name: 'Outline' })
  await expect(outline.getByText('and 4701 more')).toBeAttached()
  await outline.getByRole('button', { name: /^step 7, line/ }).click()
  await expect(page.locator('.cm-chosen')).toContainText('G1 X7 F3000')
})

test('an address of a script or printer that is not there says so, and leads to the shelf', async ({ page }) => {
  for (const [address, why] of [
    ['/desk/99999', 'There is no script 99999.'],
    ['/history/99999', 'There is no script 99999.'],
    ['/carry/99999', 'There is no script 99999.'],
    ['/printers/99999', 'There is no printer 99999.'],
  ] as const) {
    await page.goto(address)
    await expect(page.getByRole('alert')).toContainText(why)
    await expect(page.getByRole('button', { name: 'Try again' })).toHaveCount(0)
    await page.locator('#place').getByRole('link', { name: 'Go to the shelf' }).click()
    await expect(page.getByRole('heading', { name: 'Dunlin' })).toBeVisible()
  }
})

test('a file that is dropped on a dialog is not shown in place of the page', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'New job' }).click()
  await page.getByRole('dialog').getByLabel('Name').fill('kept')
  const kept = await page.getByRole('dialog').evaluate(dialog =>
    ['dragover', 'drop'].map(name => {
      const dataTransfer = new DataTransfer()
      dataTransfer.items.add(new File(['G28\n'], 'start.gcode'))
      // False where somebody said that the browser is not to do what it does by itself.
      return dialog.dispatchEvent(new DragEvent(name, { dataTransfer, bubbles: true, cancelable: true }))
    }),
  )
  expect(kept).toEqual([false, false])
  await expect(page).toHaveURL(/\/jobs$/)
  await expect(page.getByRole('dialog').getByLabel('Name')).toHaveValue('kept')
})

test('a picture of what is being written stays as it was while a field is empty', async ({ page }) => {
  const wrong: string[] = []
  page.on('console', message => message.type() === 'error' && wrong.push(message.text()))
  page.on('pageerror', error => wrong.push(error.message))
  const drawn = (picture: Locator) => picture.locator('rect').first().getAttribute('width')
  await page.goto('/printers/1')
  const bed = page.locator('main figure svg').first()
  const reach = await drawn(bed)
  // Left, right, front and back, of the bed and of the reach.
  const edges = await page.locator('input[name*=".x."], input[name*=".y."]').all()
  expect(edges).toHaveLength(8)
  for (const empty of edges) {
    const before = await empty.inputValue()
    await empty.fill('')
    expect(await drawn(bed)).toBe(reach)
    await empty.fill(before)
  }
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'New job' }).click()
  const pad = page.getByRole('application', { name: /^The print’s area/ })
  const area = () => pad.locator('rect').nth(1).getAttribute('width')
  await expect(pad).toBeVisible()
  const before = await area()
  await page.getByLabel('Width').fill('')
  expect(await area()).toBe(before)
  await page.getByLabel('Width').fill('65')
  expect(await area()).toBe('65')
  expect(wrong).toEqual([])
})

test('a spot’s name that does not fit says which one and how it is written', async ({ page }) => {
  await page.goto('/printers/1')
  await page.getByRole('button', { name: 'Add a spot' }).click()
  const name = page.getByLabel(/^Name of spot/).last()
  await name.fill('Dock 1')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText(
    '“Dock 1” is no name for a spot: small letters, figures and underscores, as dock_1',
  )
  await name.fill('dock_1')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await expect(name).toHaveValue('dock_1')
})
