// What is typed and not saved yet is found again, whatever happens to tabs, server and shelf.
import { expect } from '@playwright/test'
import { Sequence, seeds } from './draft-sequences.ts'
import { test } from './served.ts'

// Each has a server of its own.
test.describe.configure({ mode: 'parallel' })

for (const seed of seeds)
  test(`every typed line is found again after sequence ${seed}`, async ({ context, ownPort }) => {
    const sequence = new Sequence(seed, context, ownPort)
    try {
      await sequence.run(7)
      expect(await sequence.lost(), sequence.done.join(', ')).toEqual([])
    } finally {
      await sequence.end()
    }
  })
