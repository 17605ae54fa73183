import { expect, test } from 'vitest'
import { onceAtATime } from './once.ts'

/** A server that answers when it is told to, with how often it has been asked. */
function slowServer() {
  const waiting: (() => void)[] = []
  let asked = 0
  const ask = () => {
    const number = ++asked
    return new Promise<Response>(answer => waiting.push(() => answer(new Response(`answer ${number}`))))
  }
  const answerAll = () => {
    for (const answer of waiting.splice(0)) answer()
  }
  return { ask: onceAtATime(ask), answerAll, asked: () => asked }
}

const text = async (asked: Promise<Response>) => (await asked).text()

test('a change that is under way is not asked for again, and both have its answer', async () => {
  const { ask, answerAll, asked } = slowServer()
  const change = { method: 'POST', body: '{"name":"Knot"}' }
  const both = [ask('/api/printers', change), ask('/api/printers', { ...change })]
  expect(asked()).toBe(1)
  answerAll()
  expect(await Promise.all(both.map(text))).toEqual(['answer 1', 'answer 1'])
  const later = ask('/api/printers', change)
  answerAll()
  expect(await text(later)).toBe('answer 2')
})

test.each([
  ['another body', '/api/jobs', { method: 'POST', body: '2' }],
  ['another address', '/api/materials', { method: 'POST', body: '1' }],
  ['another method', '/api/jobs', { method: 'PUT', body: '1' }],
])('%s is another change', async (_, to, init) => {
  const { ask, answerAll } = slowServer()
  const both = [ask('/api/jobs', { method: 'POST', body: '1' }), ask(to, init)]
  answerAll()
  expect(await Promise.all(both.map(text))).toEqual(['answer 1', 'answer 2'])
})

test('questions and files are asked each time; what failed can be asked again', async () => {
  const { ask, answerAll, asked } = slowServer()
  const questions = [ask('/api/shelf'), ask('/api/shelf')]
  const file = { method: 'POST', body: new FormData() }
  const files = [ask('/api/archive/look', file), ask('/api/archive/look', file)]
  expect(asked()).toBe(4)
  answerAll()
  await Promise.all([...questions, ...files])
  let times = 0
  const fails = onceAtATime(() => Promise.reject(new Error(`no ${++times}`)))
  await expect(fails('/api/jobs/1', { method: 'DELETE' })).rejects.toThrow('no 1')
  await expect(fails('/api/jobs/1', { method: 'DELETE' })).rejects.toThrow('no 2')
})
