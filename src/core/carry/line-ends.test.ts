// How a text ends its lines says nothing about what is carried over: the same lines come out, with the ends that the text has.
import { expect, test } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters, demoScripts } from '../../../demo/load.ts'
import { carryOver } from './carry.ts'
import { withoutLastBreak } from './changes.ts'

const [printers, jobs, materials] = [demoPrinters(), demoJobs(), demoMaterials()]
const [job, material] = [jobs[0], materials[0]]
if (!job || !material) throw new Error('the demo data is not complete')

const lines = (text: string): string[] => text.replace(/\r\n?/g, '\n').replace(/\n$/, '').split('\n')

/** Every third line ends otherwise. */
const mixed = (text: string): string => {
  let i = 0
  return text.replace(/\n/g, () => (i++ % 3 === 0 ? '\r\n' : '\n'))
}

const variants: [string, (text: string) => string][] = [
  ['CRLF', text => text.replace(/\n/g, '\r\n')],
  ['mixed line ends', mixed],
  ['no final line break', text => text.replace(/\n+$/, '')],
  ['no final line break and CRLF', text => text.replace(/\n+$/, '').replace(/\n/g, '\r\n')],
]

function carried(text: string, from: string, to: string, moment: ReturnType<typeof demoScripts>[number]['moment']) {
  const [source, target] = [from, to].map(name => printers.find(each => each.name === name))
  if (!source || !target || !job || !material) throw new Error('no such printer')
  const setting = { job, material, moment }
  return carryOver({
    text,
    from: { ...setting, printer: source },
    to: { ...setting, printer: target },
    answers: {},
  } as never)
}

const pairs = demoScripts().flatMap(({ name, text, printer, moment }) =>
  printers.filter(each => each.name !== printer).map(to => ({ name, text, from: printer, to: to.name, moment })),
)

test.each(variants)('every demo script carried to every other printer with %s gives the same lines', (_, change) => {
  const wrong: string[] = []
  for (const { name, text, from, to, moment } of pairs) {
    const one = carried(`${text.replace(/\n+$/, '')}\n`, from, to, moment)
    const other = carried(change(`${text.replace(/\n+$/, '')}\n`), from, to, moment)
    if (one.ok !== other.ok) wrong.push(`${name} to ${to}: ${one.ok} and ${other.ok}`)
    else if (one.ok && other.ok && lines(one.text).join('\n') !== lines(other.text).join('\n'))
      wrong.push(`${name} (${from}) to ${to}: ${firstDifference(lines(one.text), lines(other.text))}`)
  }
  expect(wrong).toEqual([])
})

function firstDifference(a: readonly string[], b: readonly string[]): string {
  const at = a.findIndex((line, i) => line !== b[i])
  return `line ${at + 1}: “${a[at]}” and “${b[at]}” (${a.length} and ${b.length} lines)`
}

test('CRLF stays in every line of what is carried over', () => {
  for (const { name, text, from, to, moment } of pairs) {
    const plan = carried(text.replace(/\n/g, '\r\n'), from, to, moment)
    if (plan.ok) expect(plan.text.replaceAll('\r\n', ''), `${name} to ${to}`).not.toMatch(/[\r\n]/)
  }
})

test('a text as long as a print is refused at once, with the reason', () => {
  const print = carried('G1 X5\n'.repeat(5001), 'Dunlin', 'Curlew', 'start')
  expect(print).toEqual({
    ok: false,
    why: 'A text of 5,001 lines is a whole print, which would have to be sliced for Curlew. Carry over the scripts around it.',
  })
  expect(carried('G1 X5\n'.repeat(5000), 'Dunlin', 'Curlew', 'start').ok).toBe(true)
})

test('of a text that had no line break at its end, the last one goes, whichever kind it is', () => {
  expect(['a\n', 'a\r\n', 'a\r', 'a', 'a\n\n', ''].map(withoutLastBreak)).toEqual(['a', 'a', 'a', 'a', 'a\n', ''])
})

test('a script that runs thousands of commands in a loop is refused at once', () => {
  const plan = carried('var i = 0\nwhile iterations < 6000\n  G91\n', 'Avocet', 'Curlew', 'start')
  expect(plan).toMatchObject({
    ok: false,
    why: expect.stringMatching(/^The script runs [\d,]+ commands, counting loops and macros/),
  })
})
