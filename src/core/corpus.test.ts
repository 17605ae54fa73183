// Every script of the corpus, held to what must be said of it; every fix in it applied and rehearsed.
import { describe, expect, it } from 'vitest'
import { type Case, corpusCases, inputOf } from '../../corpus/load.ts'
import { rehearsalAnswer } from './answer.ts'
import { outcomeOf, provenFindings } from './prove.ts'
import { rehearseScript } from './round.ts'
import { guessMoment } from './script/guess.ts'

const at = (thing: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((inner, key) => (inner as Record<string, unknown> | null)?.[key], thing)

/** What is not as it must be, in words; empty where all is. */
function wrong(each: Case): string[] {
  const input = inputOf(each)
  const round = rehearseScript(each.text, input)
  const answer = rehearsalAnswer(round)
  const serious = round.findings.filter(({ severity }) => severity !== 'advice')
  const told = round.findings.map(
    ({ rule, lines, severity, message }) => `${rule} ${lines.join(',')} ${severity}: ${message}`,
  )
  const troubles: string[] = []
  const expectThat = (so: boolean, what: string) => {
    if (!so) troubles.push(what)
  }
  const near = (value: unknown, wanted: number, within: number) =>
    typeof value === 'number' && Math.abs(value - wanted) <= within
  const same = (value: unknown, wanted: unknown) =>
    typeof wanted === 'number' ? near(value, wanted, 0.005) : JSON.stringify(value) === JSON.stringify(wanted)
  for (const wish of each.wishes) {
    const [what = '', ...rest] = wish.split(' ')
    const tail = rest.join(' ')
    switch (what) {
      case 'printer':
      case 'job':
      case 'moment':
      case 'with':
        break
      case 'sound':
        expectThat(
          serious.length === 0,
          `is sound, and is told: ${serious.map(({ rule, lines, message }) => `${rule} ${lines}: ${message}`).join(' | ')}`,
        )
        break
      case 'serious': {
        const found = [...new Set(serious.map(({ rule }) => rule))].sort()
        expectThat(
          JSON.stringify(found) === JSON.stringify([...rest].sort()),
          `serious are ${rest.join(' ')}, and are: ${serious.map(({ rule, lines, message }) => `${rule} ${lines}: ${message}`).join(' | ')}`,
        )
        break
      }
      case 'finds': {
        const [rule, line, severity] = rest
        const so = round.findings.some(
          finding =>
            finding.rule === rule &&
            finding.lines.includes(Number(line)) &&
            (severity === undefined || finding.severity === severity),
        )
        expectThat(so, `finds ${tail}, and has: ${told.join(' | ')}`)
        break
      }
      case 'silent':
        for (const rule of rest) {
          const found = round.findings.find(finding => finding.rule === rule)
          expectThat(!found, `silent ${rule}, and says: ${found?.message}`)
        }
        break
      case 'tells': {
        const so = round.findings.some(
          finding => finding.rule === rest[0] && finding.message.includes(rest.slice(1).join(' ')),
        )
        expectThat(so, `${wish}; and has: ${told.join(' | ')}`)
        break
      }
      case 'says': {
        const says = round.explained[Number(rest[0]) - 1]?.says ?? ''
        expectThat(says.includes(rest.slice(1).join(' ')), `line ${tail}; and says: ${says}`)
        break
      }
      case 'end':
      case 'mode': {
        const value = at(what === 'end' ? answer.end : round.state.modes, rest[0] ?? '')
        const wanted = JSON.parse(rest.slice(1).join(' '))
        expectThat(same(value, wanted), `${wish}; and is ${JSON.stringify(value)}`)
        break
      }
      case 'pushed':
        expectThat(near(answer.filament.pushed_mm, Number(tail), 0.01), `${wish}; and is ${answer.filament.pushed_mm}`)
        break
      case 'seconds': {
        const value = at(answer.duration, `${rest[0]}_s`)
        expectThat(near(value, Number(rest[1]), 0.1), `${wish}; and is ${value}`)
        break
      }
      case 'passages': {
        const kinds = round.passages.map(({ kind }) => kind).join(' ')
        expectThat(kinds === tail, `passages ${tail}; and are ${kinds}`)
        break
      }
      case 'moment-is':
        expectThat(guessMoment(each.text) === tail, `is taken for ${guessMoment(each.text)}, and is for ${tail}`)
        break
      default:
        troubles.push(`“${wish}” is nothing that can be wished`)
    }
  }
  return troubles
}

/** Fixes that are offered and don't mend their finding, or bring an error. */
function wrongFixes(each: Case): string[] {
  const input = inputOf(each)
  const round = rehearseScript(each.text, input)
  return provenFindings(each.text, input, round).flatMap(finding =>
    finding.fixes.flatMap(fix => {
      const { mends, brings } = outcomeOf(each.text, input, round.findings, fix)
      const worse = brings.find(({ severity }) => severity === 'error')
      const mended = mends.some(({ rule }) => rule === finding.rule)
      return [
        ...(worse ? [`“${fix.title}” of ${finding.rule} brings ${worse.rule}: ${worse.message}`] : []),
        ...(mended || fix.forJobs ? [] : [`“${fix.title}” does not mend ${finding.rule} (${finding.lines})`]),
      ]
    }),
  )
}

describe('the corpus', () => {
  it('has at least 150 scripts, each with something that must be so', () => {
    expect(corpusCases.length).toBeGreaterThanOrEqual(150)
    expect(corpusCases.filter(({ wishes }) => wishes.length < 2).map(({ name }) => name)).toEqual([])
    expect(new Set(corpusCases.map(({ file, name }) => `${file} ${name}`)).size).toBe(corpusCases.length)
  })
  it.each(corpusCases.map(each => [`${each.file}: ${each.name}`, each] as const))('%s', (_, each) => {
    const troubles = wrong(each)
    expect(troubles, troubles.join('\n')).toEqual([])
  })
  it.each(corpusCases.map(each => [`${each.file}: ${each.name}`, each] as const))('%s: its fixes', (_, each) => {
    const troubles = wrongFixes(each)
    expect(troubles, troubles.join('\n')).toEqual([])
  })
})
