// The whole print as JSON for other programs (contract.md). Names and shapes are fixed.
import { findingsAnswer } from '../answer.ts'
import type { Finding } from '../check/finding.ts'
import { type Situation, total } from './situation.ts'
import type { WholePrint } from './whole.ts'

/** A finding with the situation in which it comes first. */
export type FoundIn = { finding: Finding; situation: Situation }

/** All that would go wrong, each once, with the first situation in which it does. */
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

/** Seconds, mm³, g; money in the materials' own currency; layers from 1; seconds and volumes of one time. */
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
