// Makes the public JSON of a round (docs/contract.md). Names and shapes are fixed: other programs rely on them.
import type { Finding } from './check/finding.ts'
import { toolShown } from './machine/state.ts'
import { counterAfter, lastModes, positionAtEnd } from './machine/trace.ts'
import { axes } from './model/printer.ts'
import type { Round } from './round.ts'
import type { Passage } from './script/passages.ts'

const known = (value: number): number | null => (Number.isNaN(value) ? null : value)

export const findingsAnswer = (findings: readonly Finding[]) => findings.map(each => findingAnswer(each, false))

export const explainAnswer = ({ explained }: Round) => explained.map(({ line, kind, says }) => ({ line, kind, says }))

/** Optional parts of an answer, included on request (`--with explained,parts,fixes`). */
export const extras = ['explained', 'parts', 'fixes'] as const
export type Extra = (typeof extras)[number]

export type Answer = ReturnType<typeof rehearsalAnswer>

type PassageAnswer = { kind: string; first_line: number; last_line: number; enabled: boolean; parts?: PassageAnswer[] }

const passageAnswer = (
  { kind, firstLine, lastLine, enabled, parts, ran }: Passage,
  withParts: boolean,
): PassageAnswer => ({
  kind,
  first_line: firstLine,
  last_line: lastLine,
  enabled,
  ...(withParts && { parts: (parts.length ? parts : ran).map(each => passageAnswer(each, true)) }),
})

const findingAnswer = (finding: Finding, withFixes: boolean) => {
  const { rule, severity, line, message, fixes } = finding
  return {
    rule,
    severity,
    line,
    message,
    fix: fixes.length > 0,
    ...(withFixes && { fixes: fixes.map(({ title, edits, mends }) => ({ title, edits, tried: mends !== undefined })) }),
  }
}

/**
 * Makes the answer of `rehearse`. Units: s, mm, mm², mm³, g, °C, money in the material's currency. Lines count from 1.
 * Unknown values are null.
 */
export function rehearsalAnswer(round: Round, extra: readonly Extra[] = []) {
  const { trace, durations, filament, bounds, strokes, passages, findings } = round
  const modes = lastModes(trace)
  const machine = positionAtEnd(trace)
  const counter = counterAfter(trace, trace.rows.count - 1)
  return {
    duration: {
      total_s: durations.totalS,
      heating_s: durations.heatingS,
      moving_s: durations.movingS,
      homing_s: durations.homingS,
      probing_s: durations.probingS,
      waiting_s: durations.waitingS,
    },
    filament: {
      pushed_mm: filament.extrudedMm,
      net_mm: filament.netMm,
      volume_mm3: filament.volumeMm3,
      mass_g: filament.massG,
      cost: filament.cost,
    },
    bounds,
    strokes: strokes.map(stroke => ({
      line: stroke.line,
      from: stroke.from.map(known),
      to: stroke.to.map(known),
      e_mm: stroke.filamentMm,
      length_mm: stroke.lengthMm,
      cross_section_mm2: stroke.crossSectionMm2,
      flow_mm3_s: stroke.flowMm3S,
      seconds: stroke.seconds,
    })),
    end: {
      position: {
        x: known(machine.x - modes.shift.x),
        y: known(machine.y - modes.shift.y),
        z: known(machine.z - modes.shift.z),
        e: counter,
      },
      tool: toolShown(modes),
      nozzle_targets: modes.nozzleTargets,
      bed_target: modes.bedTarget,
      chamber_target: modes.chamberTarget,
      fan: modes.fan,
      motors_on: modes.motorsOn,
      positioning: modes.positioning,
      extrusion: modes.extrusion,
      units: modes.units,
      homed: axes.filter(axis => modes.homed[axis]),
      levelling: modes.levelling,
    },
    messages: trace.messages.map(({ line, text }) => ({ line, text })),
    passages: passages.map(passage => passageAnswer(passage, extra.includes('parts'))),
    findings: findings.map(each => findingAnswer(each, extra.includes('fixes'))),
    state: round.state,
    ...(extra.includes('explained') && { explained: explainAnswer(round) }),
  }
}
