// What must hold of the matching whatever the scripts: made from many small scripts put together by a fixed throw of dice.
import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters, demoScripts } from '../../../demo/load.ts'
import { rehearseAndCheck } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'
import { type Match, matchPassages } from './match.ts'

const library = [
  ['; --- warm ---', 'M140 S60', 'M190 S60'],
  ['; --- hot ---', 'M104 S200', 'M109 S200'],
  ['; --- zero ---', 'G28'],
  ['; --- feel ---', 'G29'],
  ['; --- purge ---', 'G92 E0', 'G1 X4 Y20 Z0.3 F3000', 'G1 Y120 E12 F1000'],
  ['; --- fan ---', 'M106 S0'],
  ['; --- message ---', 'M117 Go'],
  ['; --- lift ---', 'G1 Z10 F600'],
]

/** Numbers from 0 to 1 that are the same each time. */
function dice(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 1103515245 + 12345) % 2147483648
    return state / 2147483648
  }
}

function shuffled<T>(items: readonly T[], throws: () => number): T[] {
  const left = [...items]
  const out: T[] = []
  while (left.length) out.push(...left.splice(Math.floor(throws() * left.length), 1))
  return out
}

const round = (passages: readonly (readonly string[])[]) =>
  rehearseAndCheck(passages.map(lines => `${lines.join('\n')}\n\n`).join(''), {
    printer,
    material,
    job,
    moment: 'start',
  })

const moved = (matches: readonly Match[]) => matches.filter(match => match.left && match.right && match.moved).length

/** The fewest that have to move: all but the longest run that keeps its order. */
function fewest(order: readonly number[]): number {
  const best = order.map(() => 1)
  order.forEach((number, i) => {
    for (let j = 0; j < i; j++)
      if ((order[j] as number) < number) best[i] = Math.max(best[i] as number, (best[j] as number) + 1)
  })
  return order.length - Math.max(...best)
}

describe('the matching of passages', () => {
  it('has every passage of either side once', () => {
    const throws = dice(7)
    for (let i = 0; i < 40; i++) {
      const pick = () => shuffled(library, throws).slice(0, 2 + Math.floor(throws() * 6))
      const [left, right] = [round(pick()), round(pick())]
      const matches = matchPassages(left, right)
      const firsts = (side: 'left' | 'right') =>
        matches.flatMap(match => match[side]?.firstLine ?? []).sort((a, b) => a - b)
      expect(firsts('left')).toEqual(left.passages.map(({ firstLine }) => firstLine))
      expect(firsts('right')).toEqual(right.passages.map(({ firstLine }) => firstLine))
    }
  })

  it('knows passages again in whatever order, and moves the fewest', () => {
    const throws = dice(11)
    const left = round(library)
    for (let i = 0; i < 40; i++) {
      const order = shuffled([...library.keys()], throws)
      const matches = matchPassages(left, round(order.map(at => library[at] as string[])))
      expect(matches.every(match => match.left && match.right && match.same)).toBe(true)
      expect([order, moved(matches)]).toEqual([order, fewest(order)])
    }
  })

  it('finds nothing between a script and itself: every demo script', () => {
    for (const { text, printer: name, moment } of demoScripts()) {
      const its = demoPrinters().find(each => each.name === name) ?? printer
      const demoJob = demoJobs()[0] ?? job
      const own = rehearseAndCheck(text, {
        printer: its,
        material: demoMaterials()[1] ?? material,
        job: demoJob,
        moment,
      })
      const matches = matchPassages(own, own)
      expect(matches.every(match => match.left && match.right && match.same && !match.moved)).toBe(true)
    }
  })

  it('takes a passage for the one that is likest, not for the first of its kind', () => {
    const slow = ['; --- purge ---', 'G92 E0', 'G1 X4 Y20 Z0.3 F3000', 'G1 Y120 E12 F600']
    const other = ['; --- second purge ---', 'G92 E0', 'G1 X9 Y20 Z0.3 F3000', 'G1 Y120 E18 F900']
    const matches = matchPassages(round([slow, other]), round([other, slow]))
    expect(matches.map(match => [match.left?.title, match.right?.title])).toEqual([
      ['second purge', 'second purge'],
      ['purge', 'purge'],
    ])
  })
})
