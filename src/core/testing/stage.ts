// Helpers for tests with numbers worked out by hand, on the example printer.

import type { Finding } from '../check/finding.ts'
import type { RuleName } from '../check/rules.ts'
import { board } from '../firmware/board/board.ts'
import type { Stage } from '../machine/state.ts'
import { job, material, printer, twoTools } from '../model/example.ts'
import type { Job } from '../model/job.ts'
import type { Material } from '../model/material.ts'
import type { Moment } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'
import { applyEdits } from '../model/script.ts'
import { type Round, rehearseScript } from '../round.ts'

export { job, material, printer }

export const stage = (moment: Moment = 'start', over: Partial<Printer> = {}): Stage => ({
  printer: { ...printer, ...over },
  material,
  job,
  moment,
  firmware: board,
})

/** A whole round for lines of text. */
export const round = (lines: string | string[], moment: Moment = 'start', over: Partial<Printer> = {}): Round =>
  rehearseScript(typeof lines === 'string' ? lines : lines.join('\n'), {
    printer: { ...printer, ...over },
    material,
    job,
    moment,
  })

/** The findings of one rule. */
export const found = (
  rule: RuleName,
  lines: string | string[],
  moment: Moment = 'start',
  over: Partial<Printer> = {},
): Finding[] => round(lines, moment, over).findings.filter(finding => finding.rule === rule)

type Change = { moment?: Moment; printer?: Partial<Printer>; job?: Partial<Job>; material?: Partial<Material> }

/** The findings of one rule at a change from T0 to T1, two nozzles with the same material. */
export const foundAtChange = (rule: RuleName, lines: string, over: Change = {}): Finding[] =>
  rehearseScript(lines, {
    printer: { ...printer, tools: twoTools, ...over.printer },
    material: { ...material, ...over.material },
    job: { ...job, materials: ['Test stuff', 'Test stuff'], ...over.job },
    moment: over.moment ?? 'tool-change',
  }).findings.filter(finding => finding.rule === rule)

/** The text after a finding's first fix. */
export function fixed(text: string, finding: Finding | undefined): string {
  const fix = finding?.fixes[0]
  if (!fix) throw new Error('there is no fix')
  return applyEdits(text, fix.edits)
}

/** Errors and warnings. */
export const serious = ({ findings }: Pick<Round, 'findings'>): Finding[] =>
  findings.filter(({ severity }) => severity !== 'advice')
