// What becomes of a command that moves nothing, effect by effect: one row each, through the other family's phrases.
import { toolNamed } from '../effects/tool.ts'
import type { Does, Effect, EffectOf } from '../firmware/effect.ts'
import { specOf } from '../firmware/spec.ts'
import { addressOf } from '../firmware/tools.ts'
import { hasLetter, numberOf, textOf } from '../gcode/line.ts'
import { isTooOld, takenAsItIs } from './as-is.ts'
import { carryHeat, carryHeatersOff, carryToolHeat, carryWaits, formulaOf } from './heats.ts'
import { changed, familyName, leftOut, type Ran, refused, type Said, same, sayOr } from './said.ts'
import { toolThere } from './sides.ts'

type Sayer<D extends Does> = (ran: Ran<EffectOf<D>>) => Said

const itsWay = (ran: Ran): string =>
  `Said as the ${familyName[ran.to.family.family]} of ${ran.to.printer.name} takes it.`
const hasNone = (ran: Ran, what: string): string =>
  `The ${familyName[ran.to.family.family]} of ${ran.to.printer.name} has no ${what}.`

/** What was measured or tuned on the one machine, and is not true of another. */
const ofThisMachine =
  (what: string): ((ran: Ran) => Said) =>
  ran =>
    ran.sameMachine && takenAsItIs(ran.own, ran.from, ran.to)
      ? same
      : leftOut(`${what} belongs to ${ran.from.printer.name} alone.`)

/** A text through the phrases, where it has one. */
const through = (ran: Ran, text: string | null, what: string): Said => sayOr(text, itsWay(ran), hasNone(ran, what))

const carriesPoint: Sayer<'probe-point'> = ran =>
  ran.to.printer.probe
    ? takenAsItIs(ran.own, ran.from, ran.to)
      ? same
      : through(ran, ran.to.family.phrases.probePoint(), 'touch of one point')
    : leftOut(`${ran.to.printer.name} has no probe.`)

function carryProbe(ran: Ran<EffectOf<'probe'>>): Said {
  const { to, from, own } = ran
  const { printer, family } = to
  if (!printer.probe) {
    const kept = printer.storedMesh ? family.phrases.loadMesh(null) : null
    return kept === null
      ? leftOut(`${printer.name} has no probe.`)
      : changed([kept], `${printer.name} has no probe; the mesh that it keeps is loaded.`)
  }
  if (takenAsItIs(own, from, to)) return same
  return through(ran, family.phrases.probeBed(), 'probing')
}

/** The number of a mesh: as it is called on boards, or as the host's name for it has it; null for the one that is saved. */
function meshNumber(name: string | null): number | null | 'named' {
  if (name === null || name.toLowerCase() === 'default') return null
  const number = /^(?:mesh[_-])?(\d+)(?:\.csv)?$/i.exec(name)?.[1]
  return number === undefined ? 'named' : Number(number)
}

function carryLevelling(ran: Ran<EffectOf<'levelling'>>): Said {
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
    return takenAsItIs(own, from, to) ? same : leftOut('It turns nothing on or off.')
  if (!to.printer.storedMesh) {
    const probes = to.printer.probe ? phrases.probeBed() : null
    return probes === null
      ? leftOut(`${to.printer.name} keeps no mesh and has no probe.`)
      : changed([probes], `${to.printer.name} keeps no mesh: it probes the bed.`)
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
        why: `The mesh “${mesh}” is there under another name, or not at all.`,
        asks: true,
      }
}

function carryAlign(ran: Ran<EffectOf<'align'>>): Said {
  const { to, from, own } = ran
  if (!to.printer.features.includes('gantry_alignment')) return leftOut(`${to.printer.name} has no gantry to align.`)
  const held = heldIn(to.printer.macros) ?? (from.family.family === 'host' ? null : 'corners')
  if (held === null && takenAsItIs(own, from, to)) return same
  return through(ran, to.family.phrases.align(held ?? 'corners'), 'alignment of a gantry')
}

/** How a gantry is held, as a host's config has it. */
export const heldIn = (config: string): 'corners' | 'motors' | null =>
  /^\[quad_gantry_level/m.test(config) ? 'corners' : /^\[z_tilt/m.test(config) ? 'motors' : null

function carryDwell(ran: Ran<EffectOf<'dwell'>>): Said {
  const { effect, command, own, to, from } = ran
  if (takenAsItIs(own, from, to)) return same
  const [s, ms] = [effect.seconds, effect.milliseconds].map(letter =>
    letter && hasLetter(command, letter) ? letter : null,
  )
  const letter = s ?? ms
  if (!letter) return passedOver(ran)
  const formula = formulaOf(own, letter)
  if (formula !== null) return changed([dwellBy(ran, formula, letter === s)], itsWay(ran))
  const seconds = (numberOf(command, letter) ?? 0) / (letter === s ? 1 : 1000)
  return changed([to.family.phrases.dwell(seconds)], itsWay(ran))
}

/** Seconds under a letter that the firmware here passes over: meant, and heeded there. */
function passedOver({ own, command, from, to }: Ran<EffectOf<'dwell'>>): Said {
  const seconds = numberOf(command, 'S')
  if (seconds === null) return leftOut('It names no time.')
  const text = to.family.phrases.dwell(seconds)
  const why = `${from.printer.name} passes over S and does not wait; ${to.printer.name} waits ${seconds} s, as was meant.`
  return own.words.some(({ formula }) => formula !== null)
    ? leftOut('It waits for no time here.')
    : changed([text], why)
}

/** A formula as so many seconds or milliseconds: what its letter takes there is told by the unit of one second. */
function dwellBy({ to }: Ran, formula: string, inSeconds: boolean): string {
  const one = to.family.phrases.dwell(1)
  const takesSeconds = one.endsWith('S1')
  const inner = formula.replace(/^@\(?|\)$/g, '')
  // A time by itself, as @soak, is turned into the letter's unit where it is worked out.
  const alone = /^@\w+$/.test(formula)
  const times = alone || inSeconds === takesSeconds ? formula : inSeconds ? timesThousand(inner) : byThousand(inner)
  return one.replace(/\d+$/, times)
}

/** `soak * 60000` ms are `soak * 60` s. */
function byThousand(inner: string): string {
  const last = /^(.*\*\s*)(\d+)000$/.exec(inner)
  return last ? `@(${last[1]}${last[2]})` : `@((${inner}) / 1000)`
}

/** `soak * 60` is `soak * 60000`. */
function timesThousand(inner: string): string {
  const last = /^(.*\*\s*)(\d+)$/.exec(inner)
  return last ? `@(${last[1]}${Number(last[2]) * 1000})` : `@((${inner}) * 1000)`
}

function carryFan(ran: Ran<EffectOf<'fan'>>): Said {
  const { command, own, from, to, after, effect } = ran
  const which = numberOf(command, 'P')
  if (which !== null && which > 0 && !(ran.sameMachine && takenAsItIs(own, from, to)))
    return leftOut(`Fan ${which} is one of ${from.printer.name}.`)
  if (takenAsItIs(own, from, to)) return same
  const formula = formulaOf(own, effect.speed)
  if (formula !== null) return refused(`How fast the fan turns is worked out for ${from.printer.name}: ${formula}.`)
  return through(ran, to.family.phrases.fan(after.fan), 'part fan')
}

function carryMessage(ran: Ran<EffectOf<'message'>>): Said {
  const { effect, command, own, to, from } = ran
  const { display, name } = to.printer
  if (!display) return leftOut(`${name} has no display.`)
  const written = (effect.key === null ? own.message : textOf(own, effect.key)) ?? ''
  const shown = (effect.key === null ? command.message : textOf(command, effect.key)) ?? ''
  const text = unquoted(written).trim()
  const { columns } = display
  if (unquoted(shown).trim().length <= columns)
    return takenAsItIs(own, from, to) && to.family.family === from.family.family
      ? same
      : through(ran, to.family.phrases.message(text), 'message')
  // A value in it may be of any length: what stands before it is what fits.
  const whole = text === unquoted(shown).trim() ? text : (/^[^@{[<%$]*/.exec(text)?.[0] ?? '').trim() || text
  return sayOr(
    to.family.phrases.message(cutTo(whole, columns)),
    `The display of ${name} shows ${columns} signs.`,
    hasNone(ran, 'message'),
  )
}

const unquoted = (text: string): string =>
  text
    .trim()
    .replace(/^"(.*)"$/, '$1')
    .replaceAll('""', '"')

/** The whole words that fit, or else as many signs. */
export function cutTo(text: string, columns: number): string {
  if (text.length <= columns) return text
  const words = text.slice(0, columns + 1)
  const end = words.lastIndexOf(' ')
  return (end > 0 ? words.slice(0, end) : text.slice(0, columns)).trimEnd().replace(/[,;:–-]$/, '')
}

function carryLimits(ran: Ran<EffectOf<'limits'>>): Said {
  const { command, effect, to, from, own } = ran
  const limits = effect.of === 'speed' ? to.printer.highestSpeedMmS : to.printer.highestAccelerationMmS2
  const wanted = (['x', 'y', 'z', 'e'] as const).flatMap(axis => {
    const value = numberOf(command, axis.toUpperCase())
    return value === null || value <= 0 ? [] : [[axis, value * effect.perSecond] as const]
  })
  if (wanted.length === 0) return takenAsItIs(own, from, to) ? same : leftOut('It names no limit.')
  const over = wanted.some(([axis, value]) => value > limits[axis])
  if (!over && takenAsItIs(own, from, to)) return same
  const capped = Object.fromEntries(
    wanted.map(([axis, value]) => [axis, Number(Math.min(value, limits[axis]).toFixed(3))]),
  )
  const { speedLimits, accelerationLimits } = to.family.phrases
  const text = effect.of === 'speed' ? speedLimits(capped) : accelerationLimits(capped)
  return sayOr(text, over ? `${to.printer.name} goes no faster.` : itsWay(ran), hasNone(ran, 'limit for these axes'))
}

function carryAcceleration(ran: Ran<EffectOf<'move-acceleration' | 'overall-limits'>>): Said {
  const { after, before, to, own, from } = ran
  const most = Math.min(to.printer.highestAccelerationMmS2.x, to.printer.highestAccelerationMmS2.y)
  const mostSpeed = Math.min(to.printer.highestSpeedMmS.x, to.printer.highestSpeedMmS.y)
  const wanted = (['print', 'travel', 'retract'] as const).filter(
    each => after.acceleration[each] !== before.acceleration[each] || namesAcceleration(ran, each),
  )
  const of = Object.fromEntries(
    wanted.map(each => [
      each,
      Math.min(after.acceleration[each], each === 'retract' ? to.printer.highestAccelerationMmS2.e : most),
    ]),
  )
  const speed = ran.effect.does === 'overall-limits' ? numberOf(ran.command, ran.effect.speed) : null
  const over = wanted.some(each => of[each] !== after.acceleration[each]) || (speed ?? 0) > mostSpeed
  if (!over && takenAsItIs(own, from, to)) return same
  const { speedLimits, acceleration } = to.family.phrases
  const limit = speed === null ? null : Math.min(speed, mostSpeed)
  const lines = [
    limit === null ? null : speedLimits({ x: limit, y: limit }),
    wanted.length ? acceleration(of) : null,
  ].filter(each => each !== null)
  if (lines.length === 0) return leftOut(hasNone(ran, 'such limit'))
  return changed(lines, over ? `${to.printer.name} takes no more.` : itsWay(ran))
}

/** Whether a line says an acceleration, though it may be what held before. */
function namesAcceleration(
  { command, effect }: Ran<EffectOf<'move-acceleration' | 'overall-limits'>>,
  of: 'print' | 'travel' | 'retract',
): boolean {
  if (effect.does === 'overall-limits') return of !== 'retract' && hasLetter(command, effect.acceleration)
  const letters = { print: ['P', 'S'], travel: ['T', 'S'], retract: ['R'] }[of]
  return letters.some(letter => hasLetter(command, letter))
}

function carryPressure(ran: Ran<EffectOf<'pressure-advance'>>): Said {
  const { effect, command, own, from, to } = ran
  const value = formulaOf(own, effect.factor) ?? numberOf(command, effect.factor)
  if (value === null) return takenAsItIs(own, from, to) ? same : leftOut('It names no factor.')
  if (typeof value === 'number' && value > 2)
    return takenAsItIs(own, from, to)
      ? same
      : refused(`${value} counts otherwise than in seconds: tune pressure advance on ${to.printer.name}.`)
  if (takenAsItIs(own, from, to)) return same
  const number = effect.of === null ? null : numberOf(command, effect.of)
  const tool = number === null ? null : toolThere(to, number)
  const named = tool !== null && to.printer.tools.length > 1 ? tool : null
  return sayOr(
    to.family.phrases.pressureAdvance(value, named),
    `${itsWay(ran)} The factor was tuned on ${from.printer.name}: try it.`,
    hasNone(ran, 'pressure advance'),
  )
}

function carryRetraction(ran: Ran<EffectOf<'retraction-settings'>>): Said {
  const { effect, after, to, from, before, own } = ran
  const tool = Math.max(0, before.tool)
  const there = to.printer.tools[toolThere(to, tool) ?? 0]
  const here = from.printer.tools[tool]
  const wanted = after.retractions[tool]
  if (!there || !here || !wanted) return leftOut(`${to.printer.name} has no such tool.`)
  if (effect.of === 'return')
    return takenAsItIs(own, from, to) ? same : leftOut(hasNone(ran, 'unretraction of its own'))
  const share = here.retractMm > 0 ? wanted.lengthMm / here.retractMm : 1
  const own_ = {
    lengthMm: Number((share * there.retractMm).toFixed(3)),
    speedMmS: Math.min(wanted.speedMmS, to.printer.highestSpeedMmS.e),
  }
  const alike = Math.abs(own_.lengthMm - wanted.lengthMm) < 1e-6 && own_.speedMmS === wanted.speedMmS
  if (alike && takenAsItIs(own, from, to)) return same
  return sayOr(
    to.family.phrases.retraction(own_),
    `The tool there retracts ${there.retractMm} mm, where the one here retracts ${here.retractMm} mm.`,
    hasNone(ran, 'retraction of its own'),
  )
}

function carryTool(ran: Ran<EffectOf<'tool'>>): Said {
  const { command, effect, own, after, from, to, there } = ran
  const number = toolNamed(command, effect.by)
  if (number === null) return takenAsItIs(own, from, to) ? same : leftOut('It selects no tool.')
  if (number === -1) {
    if (to.family.noToolAtStart && to.printer.tools.length > 1)
      return through(ran, to.family.phrases.takeTool(-1), 'tool to put back')
    return leftOut(`${to.printer.name} always has a tool in use.`)
  }
  const tool = toolThere(to, after.tool)
  if (tool === null) return leftOut(`${to.printer.name} has no such tool.`)
  there.toolTaken = true
  if (to.printer.tools.length === 1) return leftOut(`${to.printer.name} has one tool, which is always in use.`)
  const address = addressOf(to.family, to.printer, tool)
  if (address === number && takenAsItIs(own, from, to)) return same
  return through(ran, to.family.phrases.takeTool(address), 'tools to select')
}

function carryMix(ran: Ran<EffectOf<'mix'>>): Said {
  const { own, from, to, effect, command } = ran
  const inputs = Math.max(...to.printer.tools.map(({ mixingInputs }) => mixingInputs))
  if (inputs < 2) return leftOut(`${to.printer.name} has no mixing hot end.`)
  if (takenAsItIs(own, from, to)) return same
  const { blendPart, keepBlend } = to.family.phrases
  if (effect.step === 'part')
    return through(ran, blendPart(numberOf(command, 'S') ?? 0, numberOf(command, 'P') ?? 0), 'blend to set so')
  if (effect.step === 'keep') return through(ran, keepBlend(numberOf(command, 'S') ?? 0), 'blend to keep so')
  return refused(`Blends are set otherwise on ${to.printer.name}.`)
}

function carryFlow(ran: Ran<EffectOf<'flow-override'>>): Said {
  const { command, own, from, to, effect } = ran
  if (takenAsItIs(own, from, to)) return same
  const value = numberOf(command, 'S')
  if (value === null) return leftOut('It changes no flow.')
  const number = numberOf(command, 'T')
  const tool = number === null ? null : toolThere(to, number)
  const percent = effect.unit === 'share' ? value * 100 : value
  const named = tool === null || to.printer.tools.length === 1 ? null : addressOf(to.family, to.printer, tool)
  return through(ran, to.family.phrases.flowPercent(percent, named), 'flow to change')
}

function carryShownNothing(ran: Ran<EffectOf<'nothing-shown'>>): Said {
  const { effect, own, command, from, to, sameMachine } = ran
  const spec = specOf(from.family, own)
  if (effect.sort === 'check' && !sameMachine) return leftOut(`It checks that the machine is ${from.printer.name}.`)
  if ((effect.sort === 'tuning' || effect.sort === 'configuration') && !sameMachine)
    return leftOut(`“${spec?.title ?? own.name}” belongs to ${from.printer.name} alone.`)
  if (spec?.makersOwn && !sameMachine) return refused(`${own.name} is a command of the maker of ${from.printer.name}.`)
  if (namesOwnThings.test(own.name) && !sameMachine) return leftOut(`It names a part of ${from.printer.name}.`)
  if (probesOnly.test(own.name) && (!to.printer.probe || to.printer.probe.kind !== from.printer.probe?.kind))
    return leftOut(
      to.printer.probe ? `The probe of ${to.printer.name} needs no such thing.` : `${to.printer.name} has no probe.`,
    )
  if (effect.sort === 'sound') {
    if (takenAsItIs(own, from, to) && to.family.phrases.beep(1, 1) !== null) return same
    return through(ran, to.family.phrases.beep(numberOf(command, 'S') ?? 1000, numberOf(command, 'P') ?? 200), 'sound')
  }
  if (takenAsItIs(own, from, to)) return same
  return leftOut(
    isTooOld(own, to)
      ? tooOld(ran)
      : `The ${familyName[to.family.family]} of ${to.printer.name} does not know it; nothing that a print shows hangs on it.`,
  )
}

/** Pins, servos, lights and sensors by their names or numbers. */
const namesOwnThings =
  /^(?:M42|M280|M282|M260|M355|SET_PIN|SET_SERVO|SET_LED|SET_FILAMENT_SENSOR|MANUAL_STEPPER|SET_FAN_SPEED|SET_TEMPERATURE_FAN_TARGET|SET_STEPPER_ENABLE)$/
/** What puts a probe out and stows it. */
const probesOnly = /^(?:M401|M402|G31|G32)$/

const tooOld = ({ own, to }: Ran): string =>
  `${own.name} came with version ${specOf(to.family, own)?.since}; ${to.printer.name} has ${to.printer.firmware.version}.`

const carryMotors: Sayer<'motors'> = ran => {
  const { own, command, effect, from, to } = ran
  if (takenAsItIs(own, from, to)) return same
  const letters = (['x', 'y', 'z', 'e'] as const).filter(
    each => effect.axesApart && hasLetter(command, each.toUpperCase()),
  )
  if (effect.on) return leftOut('Motors go on by themselves with the next move.')
  return through(ran, to.family.phrases.motorsOff(letters.length ? letters : null), 'motors to turn off')
}

const bySwitch = (ran: Ran, letter: string): boolean => (numberOf(ran.command, letter) ?? 1) !== 0

const asItIsOr =
  <D extends Does>(otherwise: Sayer<D>): Sayer<D> =>
  ran =>
    takenAsItIs(ran.own, ran.from, ran.to) ? same : otherwise(ran)

type Rest = Exclude<
  Does,
  | 'move'
  | 'arc'
  | 'set-position'
  | 'home'
  | 'positioning'
  | 'extrusion-mode'
  | 'save-state'
  | 'restore-state'
  | 'park'
  | 'firmware-retract'
  | 'flow'
  | 'machine-places'
>

/** What becomes of each effect; those that hang on what was said before are the walker's. */
const sayers: { readonly [D in Rest]: Sayer<D> } = {
  plane: asItIsOr(ran => leftOut(hasNone(ran, 'other plane'))),
  dwell: carryDwell,
  'wait-for-moves': asItIsOr(ran => through(ran, ran.to.family.phrases.waitForMoves(), 'wait for moves')),
  units: asItIsOr(ran => through(ran, ran.to.family.phrases.units(ran.effect.units), `unit but millimetres`)),
  workspace: asItIsOr(ran => leftOut(hasNone(ran, 'work offsets; places are written as they are'))),
  'set-workspace': asItIsOr(ran => leftOut(hasNone(ran, 'work offsets; places are written as they are'))),
  'homed-offset': ofThisMachine('Where its end stops are'),
  'tool-offset': ofThisMachine('Where its nozzles are'),
  'small-shift': ofThisMachine('A baby step'),
  'probe-offset': ofThisMachine('Where its probe is'),
  'host-offset': ofThisMachine('An offset of all positions'),
  probe: carryProbe,
  'probe-point': carriesPoint,
  'probe-grid': ofThisMachine('Where its bed is probed'),
  align: carryAlign,
  levelling: carryLevelling,
  motors: carryMotors,
  heat: carryHeat,
  'tool-heat': asItIsOr(carryToolHeat),
  'wait-for-heaters': ran =>
    ran.from.family.family === ran.to.family.family && takenAsItIs(ran.own, ran.from, ran.to) ? same : carryWaits(ran),
  'heaters-off': asItIsOr<'heaters-off'>(carryHeatersOff),
  power: asItIsOr(ran => leftOut(hasNone(ran, 'command for its power supply'))),
  fan: carryFan,
  'retraction-settings': carryRetraction,
  volumetric: asItIsOr(ran => leftOut(hasNone(ran, 'extrusion by volume; E is written in mm'))),
  'cold-extrusion': asItIsOr(ran =>
    through(ran, ran.to.family.phrases.coldExtrusion(ran.after.coldExtrusion.allowed), 'switch for it'),
  ),
  'change-filament': asItIsOr(ran =>
    ran.to.family.phrases.changeFilament() === null
      ? changed([ran.to.family.phrases.pause(true)], `${ran.to.printer.name} has no command for it: it pauses.`)
      : through(ran, ran.to.family.phrases.changeFilament(), 'change of filament'),
  ),
  mix: carryMix,
  'pressure-advance': carryPressure,
  'flow-override': carryFlow,
  'feed-override': asItIsOr(ran => {
    const percent =
      numberOf(ran.command, 'S') ?? (ran.after.feedPercent !== ran.before.feedPercent ? ran.after.feedPercent : null)
    return percent === null
      ? leftOut(hasNone(ran, 'speed to put by'))
      : through(ran, ran.to.family.phrases.feedPercent(percent), 'speed override')
  }),
  limits: carryLimits,
  'move-acceleration': carryAcceleration,
  'overall-limits': carryAcceleration,
  corners: ran =>
    ran.from.family.family === ran.to.family.family && takenAsItIs(ran.own, ran.from, ran.to)
      ? same
      : leftOut(`How sharply corners are taken was tuned on ${ran.from.printer.name}.`),
  'soft-limits': asItIsOr(ran =>
    through(ran, ran.to.family.phrases.softLimits(bySwitch(ran, ran.effect.by)), 'switch for its limits'),
  ),
  settings: ran =>
    ran.effect.act === 'save'
      ? leftOut('Saving settings is nothing to do at every print, least of all on another machine.')
      : takenAsItIs(ran.own, ran.from, ran.to)
        ? same
        : leftOut(hasNone(ran, 'settings to load')),
  tool: carryTool,
  carriages: ran =>
    ran.to.printer.tools.length < 2
      ? leftOut(`${ran.to.printer.name} has one carriage.`)
      : takenAsItIs(ran.own, ran.from, ran.to)
        ? same
        : refused(`How its carriages work together is said otherwise on ${ran.to.printer.name}.`),
  pause: asItIsOr(ran => through(ran, ran.to.family.phrases.pause(ran.effect.parks), 'pause')),
  resume: asItIsOr(ran => through(ran, ran.to.family.phrases.resume(), 'resuming')),
  finish: asItIsOr(ran => leftOut(hasNone(ran, 'such end; the script ends with its last line'))),
  wipe: asItIsOr(ran => leftOut(hasNone(ran, 'command that wipes; the maker “Brush wipe” writes strokes'))),
  message: carryMessage,
  'set-variable': asItIsOr(ran => leftOut(hasNone(ran, 'variables'))),
  'run-later': asItIsOr(ran => leftOut(`Nothing runs later by itself on ${ran.to.printer.name}.`)),
  macro: asItIsOr(ran => refused(`${ran.own.name} runs what is saved on ${ran.from.printer.name}.`)),
  'macro-file': asItIsOr(ran =>
    refused(`It runs a file of ${ran.from.printer.name}, which says nothing that could be written out.`),
  ),
  repeat: asItIsOr(ran => refused(`Lines can’t be repeated on ${ran.to.printer.name}: write them out.`)),
  opaque: asItIsOr(ran =>
    refused(`What ${ran.own.name} does on ${ran.from.printer.name} is not known on ${ran.to.printer.name}.`),
  ),
  'nothing-shown': carryShownNothing,
}

/** What becomes of a command whose effect does not hang on the head's place or on how things are counted. */
export function sayOther(ran: Ran): Said | null {
  const { does } = ran.effect
  if (!(does in sayers)) return null
  // One row answers for each member of the union, which the record above holds to.
  const sayer = sayers[does as Rest] as (ran: Ran<Effect>) => Said
  return sayer(ran)
}

/** A command that no table has: only where it has been taught on both. */
export const unknownCommand = (ran: Pick<Ran, 'own' | 'from' | 'to'>): Said =>
  refused(`${ran.own.name} is not known here: teach it for ${ran.to.printer.name}, or write what it does.`)
