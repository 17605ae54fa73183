import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { whenPainted } from './after-paint.ts'

let frames: (() => void)[] = []
const page = { hidden: false }

beforeEach(() => {
  vi.useFakeTimers()
  frames = []
  page.hidden = false
  vi.stubGlobal('document', page)
  vi.stubGlobal('requestAnimationFrame', (act: () => void) => frames.push(act))
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const paint = () => {
  for (const act of frames.splice(0)) act()
  vi.runAllTimers()
}

test('what waits is done behind the next frame, once, in the order in which it was asked for', () => {
  const done: string[] = []
  const [a, b] = [() => done.push('a'), () => done.push('b')]
  whenPainted(a)
  whenPainted(b)
  whenPainted(a)
  vi.runAllTimers()
  expect(done).toEqual([])
  expect(frames).toHaveLength(1)
  paint()
  expect(done).toEqual(['a', 'b'])
  paint()
  expect(done).toEqual(['a', 'b'])
})

test('what is asked for meanwhile waits for the frame after', () => {
  const done: string[] = []
  whenPainted(() => {
    done.push('first')
    whenPainted(() => done.push('second'))
  })
  paint()
  expect(done).toEqual(['first'])
  paint()
  expect(done).toEqual(['first', 'second'])
})

test('a page that nobody sees, which paints nothing, does not wait for a frame', () => {
  page.hidden = true
  const done: string[] = []
  whenPainted(() => done.push('a'))
  expect(frames).toHaveLength(0)
  vi.runAllTimers()
  expect(done).toEqual(['a'])
})
