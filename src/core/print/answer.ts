// Makes the public JSON of a whole print (docs/contract.md). Names and shapes are fixed.
import { findingsAnswer } from '../answer.ts'
import type { Finding } from '../check/finding.ts'
import { type Situation, total } from './situation.ts'
import type { WholePrint } from './whole.ts'

/** A finding with the first situation that has it. */
export type FoundIn = { finding: Finding; situation: Situation }

/** All findings, each once, with the first situation that has it. */
export function foundIn({ situations }: Pick<WholePrint, 'situations'>): FoundIn[] {
  const seen = new Set<string>()
  return situations.flatMap(situation =>
    situation.findings.flatMap(finding => {
      const same = `${situation.moment} ${finding.rule} ${finding.line} ${finding.severity}`
      if (seen.has(same)) return []
      seen.add(same)
      return [{ finding, situation }]
    }),
  )
}

const place = ({ moment, change, layer }: Situation) => ({
  moment,
  from_tool: change?.from ?? null,
  to_tool: change?.to ?? null,
  layer,
})

/** Seconds, mm³, g; money in the materials' currency; layers from 1. Seconds and volumes are for one occurrence. */
export function wholePrintAnswer(print: WholePrint) {
  const { situations, changes, changeS, purgedG, towerG, cost } = print
  return {
    situations: situations.map(situation => ({
      ...place(situation),
      z: situation.z,
      times: situation.times,
      seconds: situation.seconds,
      purged_mm3: total(situation.extrudedMm3),
      oozed_mm3: situation.oozedMm3,
      findings: findingsAnswer(situation.findings),
      state: situation.state,
    })),
    totals: { changes, change_s: changeS, purged_g: purgedG, tower_g: towerG, cost },
    findings: foundIn(print).map(({ finding, situation }) => ({
      ...findingsAnswer([finding])[0],
      ...place(situation),
    })),
  }
}
