import { describe, expect, it } from 'vitest'
import { Mailbox } from './mailbox.ts'

const pair = () => {
  const memory = new SharedArrayBuffer(8 + 2 * 120_000)
  return { page: new Mailbox(memory), worker: new Mailbox(memory) }
}

describe('a mailbox', () => {
  it('gives the answer to the question that was asked, whatever signs are in it', () => {
    const { page, worker } = pair()
    const answer = [{ rule: 'too-hot', message: '250 °C – “PLA” 🖨', lines: [1, 2] }]
    worker.put(7, answer)
    expect(page.take(7)).toEqual(answer)
    expect(page.take(7)).toEqual(answer)
  })

  it('gives nothing before it has come, and no answer to another question', () => {
    const { page, worker } = pair()
    expect(page.take(1)).toBeUndefined()
    worker.put(1, ['old'])
    expect(page.take(2)).toBeUndefined()
    worker.put(2, [])
    expect(page.take(1)).toBeUndefined()
    expect(page.take(2)).toEqual([])
  })

  it('holds as much as it has room for, and leaves to a message what is longer', () => {
    const { page, worker } = pair()
    const fits = 'x'.repeat(120_000 - 2)
    worker.put(1, fits)
    expect(page.take(1)).toBe(fits)
    worker.put(2, `${fits}x`)
    expect(page.take(2)).toBeUndefined()
  })
})
