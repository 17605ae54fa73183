// Rewrites probing, meshes and gantry alignment for the target.
import type { EffectOf } from '../firmware/effect.ts'
import { hasLetter, numberOf, textOf } from '../gcode/line.ts'
import { familyFacts } from '../model/family.ts'
import { hasFeature } from '../model/feature.ts'
import { hasNone, type Rewriter, through } from './rewriters.ts'
import { changed, leftOut, type Ran, type Rewritten, same } from './rewritten.ts'
import { takenAsItIs } from './unchanged.ts'

export const carriesPoint: Rewriter<'probe-point'> = ran =>
  ran.to.printer.probe
    ? takenAsItIs(ran.own, ran.from, ran.to)
      ? same
      : through(ran, ran.to.family.phrases.probePoint(), 'touch of one point')
    : leftOut(`${ran.to.printer.name} has no probe.`)

export function carryProbe(ran: Ran<EffectOf<'probe'>>): Rewritten {
  const { to, from, own } = ran
  const { printer, family } = to
  if (!printer.probe) {
    const kept = printer.storedMesh ? family.phrases.loadMesh(null) : null
    return kept === null
      ? leftOut(`${printer.name} has no probe.`)
      : changed([kept], `${printer.name} has no probe; its saved mesh is loaded.`)
  }
  if (takenAsItIs(own, from, to)) return same
  return through(ran, family.phrases.probeBed(), 'probing')
}

/** The number of a mesh: a board's number, or the number in a host's name; null for the saved mesh. */
function meshNumber(name: string | null): number | null | 'named' {
  if (name === null || name.toLowerCase() === 'default') return null
  const number = /^(?:mesh[_-])?(\d+)(?:\.csv)?$/i.exec(name)?.[1]
  return number === undefined ? 'named' : Number(number)
}

export function carryLevelling(ran: Ran<EffectOf<'levelling'>>): Rewritten {
  const { effect, command, own, from, to, questions } = ran
  const { phrases } = to.family
  const letter = effect.mesh
  const mesh =
    letter === null
      ? null
      : (textOf(command, letter) ?? (numberOf(command, letter) === null ? null : String(numberOf(command, letter))))
  const by = typeof effect.set === 'string' ? null : effect.set.by
  const off = effect.set === 'off' || (by !== null && numberOf(command, by) === 0)
  if (off) return takenAsItIs(own, from, to) ? same : through(ran, phrases.levellingOff(), 'levelling')
  if (by !== null && !hasLetter(command, by) && mesh === null)
    return takenAsItIs(own, from, to) ? same : leftOut('It switches nothing on or off.')
  if (!to.printer.storedMesh) {
    const probes = to.printer.probe ? phrases.probeBed() : null
    return probes === null
      ? leftOut(`${to.printer.name} has no saved mesh and no probe.`)
      : changed([probes], `${to.printer.name} has no saved mesh, so it probes the bed.`)
  }
  if (takenAsItIs(own, from, to)) return same
  const number = meshNumber(mesh)
  if (number !== 'named') return through(ran, phrases.loadMesh(number), 'mesh to load')
  const answer = questions.choose({
    key: `mesh:${mesh}`,
    question: `“${mesh}” is a mesh of ${from.printer.name}. Which one is loaded on ${to.printer.name}: its number, or “saved” for the one that is saved?`,
    proposed: 'saved',
    choices: null,
    changes: 'which mesh is loaded',
  })
  const text = phrases.loadMesh(meshNumber(answer === 'saved' ? null : answer) as number | null)
  return text === null
    ? leftOut(hasNone(ran, 'mesh to load'))
    : {
        kind: 'changed',
        lines: [text],
        why: `The mesh “${mesh}” has a different name there, or does not exist.`,
        asks: true,
      }
}

export function carryAlign(ran: Ran<EffectOf<'align'>>): Rewritten {
  const { to, from, own } = ran
  if (!hasFeature(to.printer, 'gantry_alignment')) return leftOut(`${to.printer.name} has no gantry to align.`)
  const held = heldIn(to.printer.macros) ?? (familyFacts[from.family.family].macros === 'config' ? null : 'corners')
  if (held === null && takenAsItIs(own, from, to)) return same
  return through(ran, to.family.phrases.align(held ?? 'corners'), 'alignment of a gantry')
}

/** How a gantry is aligned, by a host's config. */
export const heldIn = (config: string): 'corners' | 'motors' | null =>
  /^\[quad_gantry_level/m.test(config) ? 'corners' : /^\[z_tilt/m.test(config) ? 'motors' : null
