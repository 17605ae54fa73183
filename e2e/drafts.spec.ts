// What is typed and not saved yet is found again, whatever happens to tabs, server and shelf.
import { type BrowserContext, expect } from '@playwright/test'
import { Sequence, seeds } from './draft-sequences.ts'
import { test } from './served.ts'

// Each sequence has a server and data of its own. Those of one worker share a browser, which has loaded the pages before.
test.describe.configure({ mode: 'parallel' })
let context: BrowserContext
test.beforeAll(async ({ browser }) => {
  context = await browser.newContext({ permissions: ['clipboard-read', 'clipboard-write'] })
})
test.afterAll(() => context.close())

for (const seed of seeds)
  test(`every typed line is found again after sequence ${seed}`, async ({ ownPort }) => {
    const sequence = new Sequence(seed, context, ownPort)
    try {
      await sequence.run(6)
      expect(await sequence.lost(), sequence.done.join(', ')).toEqual([])
    } finally {
      await sequence.end()
    }
  })
