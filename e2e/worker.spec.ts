// A worker that spins or runs out of memory is ended, and the next text is rehearsed as if nothing had been.
import { expect, type Page } from '@playwright/test'
import { findings, lineWith, pasteOnShelf } from './desk.ts'
import { test } from './served.ts'

/** Makes the worker that rehearses do something dreadful when it is sent a text with this word. */
async function poison(page: Page, word: string, deed: string): Promise<void> {
  await page.route('**/desk.worker-*.js', async route => {
    const response = await route.fetch()
    const script = await response.text()
    const before = `
      const listen = self.addEventListener.bind(self)
      self.addEventListener = (sort, hear, ...more) =>
        listen(sort, event => { if (sort === 'message' && JSON.stringify(event.data).includes('${word}')) { ${deed} } return hear(event) }, ...more)
    `
    await route.fulfill({ response, body: before + script })
  })
}

async function typeOnAfter(page: Page): Promise<void> {
  await pasteOnShelf(page, 'G28\nM420 S1\nM190 S60\nM109 S205\n')
  await expect(page.getByText('Waits for the bed: 60 °C', { exact: false }).first()).toBeVisible()
  await lineWith(page, 'M109 S205').click({ position: { x: 60, y: 8 } })
  await page.keyboard.press('End')
  await page.keyboard.type('\nM117 dreadful')
  await expect(page.getByText('could not be rehearsed', { exact: false })).toContainText('line 5', { timeout: 40_000 })
  // The dreadful line goes, another comes, and is rehearsed.
  await page.keyboard.press('Shift+Home')
  await page.keyboard.type('G1 X900 Y5 F3000')
  await expect(page.getByText('could not be rehearsed', { exact: false })).toHaveCount(0, { timeout: 40_000 })
  await expect(findings(page).first()).toContainText('X 900')
}

test('a worker that spins for ever is ended, and typing goes on', async ({ page }) => {
  test.setTimeout(120_000)
  await poison(page, 'dreadful', 'for (;;) {}')
  await typeOnAfter(page)
})

test('a worker that runs out of memory is begun anew', async ({ page }) => {
  test.setTimeout(120_000)
  await poison(page, 'dreadful', 'const all = []; for (;;) all.push({ a: [all.length], b: "x" + all.length })')
  await typeOnAfter(page)
})

test('a long text tells what it is at, and can be stopped', async ({ page }) => {
  test.setTimeout(120_000)
  // Every long text takes its time over the checks.
  await poison(
    page,
    'find',
    `const post = MessagePort.prototype.postMessage
     MessagePort.prototype.postMessage = function (said, ...more) {
       post.call(this, said, ...more)
       const until = Date.now() + (JSON.stringify(said).includes('"explaining"') ? 9000 : JSON.stringify(said).includes('"reading"') ? 600 : 0)
       while (Date.now() < until);
     }`,
  )
  await pasteOnShelf(page, `G28\n${'; a long word of warning\n'.repeat(2500)}M109 S205\n`)
  await expect(page.getByText('A long text is rehearsed: explaining', { exact: false })).toBeVisible({
    timeout: 30_000,
  })
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByText('You stopped the rehearsal', { exact: false })).toBeVisible()
  await page.locator('.cm-content').click()
  await page.keyboard.press('ControlOrMeta+a')
  await page.keyboard.type('G28\nG1 X900 Y5 F3000\n')
  await expect(page.getByText('You stopped the rehearsal', { exact: false })).toHaveCount(0, { timeout: 40_000 })
  await expect(findings(page).filter({ hasText: 'X 900' })).toHaveCount(1)
})
