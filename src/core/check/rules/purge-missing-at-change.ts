// A tool that lost filament while idle, or gets a new colour in the same nozzle, is used without a purge.
import { shareHeater } from '../../firmware/tools.ts'
import { plain } from '../../format.ts'
import { toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import type { Tip } from '../../machine/state.ts'
import { lastModes } from '../../machine/trace.ts'
import { purgeOf } from '../../model/changes.ts'
import { twoTools } from '../../model/example.ts'
import { towerOf } from '../../model/job.ts'
import { changeMoments } from '../../model/moment.ts'
import { makePassage } from '../../script/edits/make.ts'
import { tearOff } from '../../script/makers/tear-off.ts'
import { changing, printGoesOn, toolAfter } from '../changing.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { planned } from '../fixes.ts'

/** Thresholds: a smaller amount missing at the tip is invisible, and a smaller purge changes no colour, mm³. */
const missingMm3 = 2
const colourMm3 = 10

function check(script: Checked): Found[] {
  const { stage, trace, ooze, rows } = script
  const change = changing(script)
  if (!change || !printGoesOn(script) || rows.length === 0 || toolAfter(script) !== change.to) return []
  // The prime tower, or the slicer's own purge, serves the purpose.
  if (towerOf(stage.job) || purgeOf(stage.job, change) > 0) return []
  const { tool } = lastModes(trace)
  const purged = ooze.extrudedMm3[tool] ?? 0
  const line =
    rows.findLast(({ before, after }) => before !== after && before.tool !== after.tool)?.line ?? rows.at(-1)?.line ?? 1
  if (shareHeater(stage.printer, change.from, change.to)) {
    const both = change.from < stage.printer.tools.length ? (ooze.extrudedMm3[change.from] ?? 0) : 0
    if (Math.max(purged, both) >= colourMm3) return []
    const message = `T${change.from} and T${change.to} use one nozzle, and ${purged < 0.05 ? 'nothing is purged' : `only ${plain(purged, 1)} mm³ are purged`} between them. “${stage.job.name}” has no prime tower: the old colour goes into the print, unless the slicer purges into the infill.`
    // After the change, if the printer has a bucket and positions are absolute.
    const fixes = planned(makePassage(script, tearOff, {}, line + 1), 'Purge into the bucket')
    return [{ line, message, fixes }]
  }
  const lacks = (tip: Tip | undefined): number =>
    tip ? tip.lostMm3 + tip.backMm * toolFilamentAreaMm2(stage.printer, change.to) : 0
  const [missing, left] = [lacks(trace.beginning.tips[change.to]), lacks(ooze.tips[change.to])]
  if (missing < missingMm3 || left < missingMm3) return []
  const message = `T${change.to} has lost about ${plain(left, 1)} mm³ at its tip during standby, and nothing fills it before the print goes on. Its first line starts empty.`
  return [{ line, message }]
}

export const purgeMissingAtChange = {
  name: 'purge-missing-at-change',
  group: 'change',
  severity: 'advice',
  title: 'Nothing is purged at the change',
  why: 'A nozzle that was in standby has lost filament, and one that changes colour still holds the old one. Whatever is not purged goes into the print.',
  silentWhen:
    'Silent where the job has a prime tower or the slicer purges. The loss during standby is an estimate, and known only in a whole print.',
  example: {
    text: 'T1',
    moment: 'tool-change',
    job: { materials: ['Test stuff', 'Test stuff'] },
    printer: { tools: twoTools.map((tool, each) => ({ ...tool, heater: each === 0 ? null : 0 })) },
  },
  moments: changeMoments,
  judgesEnd: true,
  check,
} as const satisfies Rule
