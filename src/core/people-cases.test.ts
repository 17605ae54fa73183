// Scripts of other people's kinds (corpus/people.json), each held to what must be said of it.
import { describe, expect, it } from 'vitest'
import { type PeopleCase, peopleCases, peopleInput } from '../../corpus/load-people.ts'
import { rehearsalAnswer } from './answer.ts'
import { applyEdits } from './model/script.ts'
import { provenFindings } from './prove.ts'
import { rehearseScript } from './round.ts'

type Said = { rule: string; line: number; severity: string; message: string }

/** Whether a wish such as `levelling-off@2|never-homes` is among the findings. */
const isFound = (findings: readonly Said[], wish: string): boolean =>
  wish.split('|').some(each => {
    const [rule, line] = each.split('@')
    return findings.some(found => found.rule === rule && (line === undefined || found.line === Number(line)))
  })

const at = (thing: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((inner, key) => (inner as Record<string, unknown> | null)?.[key], thing)

/** Describes every expectation of a case that does not hold. */
function wrongIn(each: PeopleCase): string[] {
  const input = peopleInput(each)
  const round = rehearseScript(each.text, input)
  const answer = rehearsalAnswer(round)
  const findings: Said[] = round.findings
  const wrong: string[] = []
  const expectThat = (holds: boolean, what: string) => {
    if (!holds) wrong.push(what)
  }
  const byWords = each.findText.map(([, words]) => new RegExp(words, 'i'))
  const hasWords = ({ rule, message }: Said, words: RegExp) => words.test(`${rule}: ${message}`)
  for (const wish of each.find) expectThat(isFound(findings, wish), `finds ${wish}`)
  for (const [what, words] of each.findText)
    expectThat(
      findings.some(found => hasWords(found, new RegExp(words, 'i'))),
      `finds ${what}`,
    )
  const expected = new Set(each.find.flatMap(wish => wish.split('|').map(part => part.split('@')[0])))
  for (const found of findings) {
    const allowed =
      found.severity === 'advice' ||
      expected.has(found.rule) ||
      each.allow.includes(found.rule) ||
      byWords.some(words => hasWords(found, words))
    expectThat(allowed, `is not told ${found.severity} ${found.rule} ${found.line}: ${found.message}`)
    for (const wish of each.notfind) expectThat(!isFound([found], wish), `does not find ${wish}: ${found.message}`)
  }
  for (const [key, value] of Object.entries(each.end))
    expectThat(
      JSON.stringify(at(answer.end, key)) === JSON.stringify(value),
      `ends with ${key} ${JSON.stringify(value)}`,
    )
  for (const [path, [low, high]] of Object.entries(each.approx)) {
    const value = at(answer, path)
    expectThat(
      typeof value === 'number' && value >= low - 1e-6 && value <= high + 1e-6,
      `${path} ${value} is ${low}–${high}`,
    )
  }
  for (const [line, words, not] of each.says) {
    const says = round.explained[line - 1]?.says ?? ''
    expectThat(new RegExp(words).test(says) !== Boolean(not), `line ${line}: ${says}`)
  }
  for (const [line, kinds] of each.passages) {
    const within = <T extends { firstLine: number; lastLine: number }>(all: readonly T[], which: number) =>
      all.find(({ firstLine, lastLine }) => firstLine <= which && which <= lastLine)
    const passage = within(round.passages, line) ?? within(round.passages, line + 1)
    const part = passage && within(passage.parts, line)
    const found = [passage?.kind, part?.kind]
    expectThat(
      kinds.split('|').some(kind => found.includes(kind as never)),
      `line ${line} is ${found}, not ${kinds}`,
    )
  }
  return wrong
}

/** Describes fixes that don't remove their finding or add an error or a warning. */
function wrongFixes(each: PeopleCase): string[] {
  const input = peopleInput(each)
  const round = rehearseScript(each.text, input)
  const before = new Set(round.findings.filter(({ severity }) => severity !== 'advice').map(({ rule }) => rule))
  return provenFindings(each.text, input, round).flatMap(finding =>
    finding.fixes.flatMap(fix => {
      const after = rehearseScript(applyEdits(each.text, fix.edits), input).findings
      const stays = after.some(({ rule, message }) => rule === finding.rule && message === finding.message)
      const brings = after.filter(({ severity, rule }) => severity !== 'advice' && !before.has(rule))
      return [
        ...(stays && finding.rule !== 'collapsed-lines' ? [`“${fix.title}” does not mend ${finding.rule}`] : []),
        ...brings.map(({ rule, line }) => `“${fix.title}” of ${finding.rule} brings ${rule} ${line}`),
      ]
    }),
  )
}

describe('scripts of other people’s kinds', () => {
  it('are at least 214, each with a reason', () => {
    expect(peopleCases.length).toBeGreaterThanOrEqual(214)
    expect(peopleCases.filter(({ why }) => why.length < 5)).toEqual([])
  })
  it.each(peopleCases.map(each => [each.name, each] as const))('%s', (_, each) => expect(wrongIn(each)).toEqual([]))
  it.each(peopleCases.map(each => [each.name, each] as const))('%s: its fixes', (_, each) =>
    expect(wrongFixes(each)).toEqual([]),
  )
})
