// Rewrites heating and waiting for the target: heater, tool, temperature, and whether the wait includes cooling.
import { heatedTools, heaterOf, heatTarget } from '../effects/heating.ts'
import type { EffectOf, Heater } from '../firmware/effect.ts'
import { addressOf, toolsAt } from '../firmware/tools.ts'
import { celsius } from '../format.ts'
import { type Command, hasLetter, numberOf, textOf, wordOf } from '../gcode/line.ts'
import { temperatureAt } from '../machine/temperature.ts'
import { formulaThere } from './formulas.ts'
import { whose } from './rewriters.ts'
import { changed, leftOut, type Ran, type Rewritten, same } from './rewritten.ts'
import { toolThere } from './sides.ts'
import { takenAsItIs } from './unchanged.ts'

const coolsC = 1

const nameOf: Record<Heater, string> = { nozzle: 'nozzle', bed: 'bed', chamber: 'chamber' }

/** Why the target lacks a heater; null if it has it. */
function noHeater(ran: Ran, heater: Heater): string | null {
  const { to } = ran
  const { name, heaters } = to.printer
  if (heater === 'chamber' && !heaters.chamber?.heated) return `${name} has no chamber heater.`
  if (heater !== 'nozzle' || to.family.heatsToExtrude) return null
  return `${whose(ran)} extrudes ${ran.sameMachine ? 'without heat' : 'paste, which needs no heat'}.`
}

type Amount = number | string

/** The temperature to write: a formula is kept, and a number is limited by the target's heater. */
function amountIn(ran: Ran, heater: Heater, letters: readonly string[]): { value: Amount; asks: string | null } | null {
  const { own, command, to, questions } = ran
  const letter = letters.find(each => hasLetter(command, each))
  if (letter === undefined) return null
  const formula = formulaOf(own, letter)
  if (formula !== null) return { value: formulaThere(formula, ran), asks: null }
  const value = numberOf(command, letter)
  if (value === null) return null
  const max = heater === 'nozzle' ? to.printer.heaters.nozzle.highestC : to.printer.heaters[heater]?.highestC
  if (max === undefined || value <= max) return { value, asks: null }
  const taken = questions.number(
    {
      key: `heat:${heater}:${value}`,
      question: `The ${nameOf[heater]}’s limit on ${to.printer.name} is ${celsius(max)}, but the script needs ${celsius(value)}. Which temperature should it have there?`,
      proposed: String(max),
      changes: `every line that heats the ${nameOf[heater]} to ${celsius(value)}`,
    },
    [0, max],
  )
  return { value: taken, asks: `The ${nameOf[heater]}’s limit there is ${celsius(max)}.` }
}

/** The formula in place of a number, as written; null for a number, or without the letter. */
export function formulaOf(own: Command, letter: string): string | null {
  const word = wordOf(own, letter)
  if (word) return word.formula === null ? null : word.text.slice(1).trim()
  const key = own.keys.find(each => each.key === letter)?.value.trim()
  return key && !Number.isFinite(Number(key)) && /[@{[%<$#]/.test(key) ? key : null
}

/** The tools to name on the target; null stands for the tool in use, if the line names none and one is in use. */
function toolsNamed(ran: Ran, tools: readonly number[], named: boolean): (number | null)[] {
  const { to, there, before } = ran
  const address = (tool: number) => addressOf(to.family, to.printer, tool)
  if (!named && there.toolTaken) return tools.length ? [null] : []
  return tools.flatMap(tool => {
    const own = toolThere(to, tool)
    if (own === null) return []
    return to.printer.tools.length === 1 && own === Math.max(0, before.tool) ? [null] : [address(own)]
  })
}

export function carryHeat(ran: Ran<EffectOf<'heat'>>): Rewritten {
  const { command, effect, before, from, to } = ran
  const heater = heaterOf(command, effect)
  if (heater === 'other') return leftOut(`It heats a part that only ${from.printer.name} has.`)
  const without = noHeater(ran, heater)
  if (without) return leftOut(without)
  const aim = heatTarget(command, effect)
  const amount = amountIn(ran, heater, aim?.coolingToo ? [...effect.coolingToo, ...effect.targets] : effect.targets)
  if (!amount && !effect.wait) return takenAsItIs(ran.own, from, to) ? same : leftOut('It has no temperature.')
  const named = effect.tool !== null && hasLetter(command, effect.tool) ? true : hasLetter(command, 'HEATER')
  const tools: (number | null)[] =
    heater === 'nozzle' ? toolsNamed(ran, heatedTools(command, effect, before.tool, from.stage), named) : [null]
  if (tools.length === 0) return leftOut(`${to.printer.name} has no such tool.`)
  const value = amount?.value ?? targetNow(ran, heater)
  const waits = effect.wait && waitsFor(ran, heater, value)
  const cooling = (aim?.coolingToo ?? effect.both) && effect.wait
  const lines = tools.flatMap(tool => {
    const { heat, waitFor } = to.family.phrases
    const text = waits ? waitFor(heater, value, tool, cooling && cools(ran, heater)) : heat(heater, value, tool)
    return text === null ? [] : text.split('\n')
  })
  if (lines.length === 0) return leftOut(`${to.printer.name} has no ${nameOf[heater]} heater.`)
  const why =
    amount?.asks ??
    (waits === effect.wait
      ? 'Its firmware writes it like this.'
      : 'Its firmware would also wait for cooling; the source’s does not.')
  return { ...changed(lines, why), ...(amount?.asks && { asks: true }) } as Rewritten
}

/** The present target temperature, for a wait without one. */
function targetNow({ before }: Ran, heater: Heater): number {
  if (heater === 'bed') return before.bedTarget
  return heater === 'chamber' ? (before.chamberTarget ?? 0) : (before.nozzleTargets[Math.max(0, before.tool)] ?? 0)
}

/** A heater's temperature when the row began, °C. */
function warmthAt({ way, row, before }: Ran, heater: Heater, tool = Math.max(0, before.tool)): number {
  const { trace } = way
  const history = heater === 'bed' ? trace.bed : heater === 'chamber' ? trace.chamber : trace.nozzles[tool]
  return history ? temperatureAt(history, trace.rows.start[row] as number) : 0
}

/**
 * Whether a wait is for cooling: the heater is hotter than the target. A formula counts with its value when the line
 * ran.
 */
function cools(ran: Ran<EffectOf<'heat'>>, heater: Heater): boolean {
  const { to, command, effect } = ran
  // A letter that includes cooling in the wait also does so on the target.
  if (effect.coolingToo.some(letter => hasLetter(command, letter))) return true
  const wanted = heatTarget(command, effect)?.targetC ?? 0
  return !to.family.waitsIncludeCooling && warmthAt(ran, heater) > wanted + coolsC
}

/** If the target firmware's waits include cooling, a wait that would have passed at once on the source is left out. */
function waitsFor(ran: Ran<EffectOf<'heat'>>, heater: Heater, value: Amount): boolean {
  const { effect, to, command } = ran
  const both = to.family.phrases.waitFor(heater, 1, null, true) === to.family.phrases.waitFor(heater, 1, null, false)
  const cooling = heatTarget(command, effect)?.coolingToo ?? effect.both
  if (!both || cooling || typeof value === 'string') return true
  return warmthAt(ran, heater) <= value + coolsC
}

/** A tool's active and standby temperatures; a single temperature if the target has no standby. */
export function carryToolHeat(ran: Ran<EffectOf<'tool-heat'>>): Rewritten {
  const { command, effect, from, to, after, before } = ran
  const number = numberOf(command, effect.tool)
  const [tool] = number === null ? [Math.max(0, before.tool)] : toolsAt(from.family, from.printer, number)
  const own = tool === undefined ? null : toolThere(to, tool)
  if (tool === undefined || own === null) return leftOut(`${to.printer.name} has no such tool.`)
  const without = noHeater(ran, 'nozzle')
  if (without) return leftOut(without)
  const heats = after.toolHeats[tool]
  const letter = heats?.state === 'standby' ? effect.standby : effect.active
  const amount = amountIn(ran, 'nozzle', [letter, effect.active, effect.standby])
  if (!amount) return leftOut('It has no temperature.')
  const named = to.printer.tools.length > 1 ? addressOf(to.family, to.printer, own) : null
  const text = to.family.phrases.heat('nozzle', amount.value, named)
  if (text === null) return leftOut(`${to.printer.name} has no nozzle heater.`)
  const standby = formulaOf(ran.own, effect.standby) ?? numberOf(command, effect.standby)
  const lost =
    standby !== null && standby !== amount.value ? ' The standby temperature is set where the tool is left.' : ''
  return {
    ...changed([text], `A tool has one temperature there.${lost}`),
    ...(amount.asks && { asks: true }),
  } as Rewritten
}

/** Rewrites “wait for all”, for a tool or for a sensor, as a wait for each heater. */
export function carryWaits(ran: Ran<EffectOf<'wait-for-heaters'>>): Rewritten {
  const { command, from, to, before } = ran
  const sensor = textOf(command, 'SENSOR')
  if (sensor !== null) return carrySensor(ran, sensor)
  const [tool, heater] = [numberOf(command, 'P'), numberOf(command, 'H')]
  const all = tool === null && heater === null && !hasLetter(command, 'C')
  const wanted = all
    ? from.printer.tools.map((_, each) => each)
    : tool !== null
      ? toolsAt(from.family, from.printer, tool)
      : heater !== null && heater > 0
        ? [heater - 1]
        : []
  const lines: string[] = []
  const { waitFor } = to.family.phrases
  const add = (heater: Heater, target: number, named: number | null, index?: number) => {
    if (!(target > 0) || noHeater(ran, heater)) return
    lines.push(
      ...(waitFor(heater, target, named, warmthAt(ran, heater, index) > target + coolsC) ?? '')
        .split('\n')
        .filter(Boolean),
    )
  }
  if (all || heater === 0) add('bed', before.bedTarget, null)
  for (const each of wanted) {
    const own = toolThere(to, each)
    if (own !== null)
      add(
        'nozzle',
        before.nozzleTargets[each] ?? 0,
        to.printer.tools.length > 1 ? addressOf(to.family, to.printer, own) : null,
        each,
      )
  }
  if (all || hasLetter(command, 'C')) add('chamber', before.chamberTarget ?? 0, null)
  return lines.length
    ? changed(lines, 'A wait for each heater with a target.')
    : leftOut('None of the heaters that it waits for has a target there.')
}

/** Rewrites a wait for a sensor between two temperatures as a wait for the sensor's heater. */
function carrySensor(ran: Ran<EffectOf<'wait-for-heaters'>>, sensor: string): Rewritten {
  const { to, command } = ran
  const name = sensor.toLowerCase()
  const heater: Heater | null = name.includes('bed')
    ? 'bed'
    : name.includes('chamber')
      ? 'chamber'
      : /^extruder\d*$/.test(name)
        ? 'nozzle'
        : null
  if (heater === null) return leftOut(`“${sensor}” is a sensor of ${ran.from.printer.name}.`)
  const without = noHeater(ran, heater)
  if (without) return leftOut(without)
  const least = formulaOf(ran.own, 'MINIMUM') ?? numberOf(command, 'MINIMUM')
  const max = formulaOf(ran.own, 'MAXIMUM') ?? numberOf(command, 'MAXIMUM')
  const target = targetNow(ran, heater)
  const wanted = least ?? max
  if (wanted === null) return leftOut('It has no temperature.')
  const { heat, waitFor } = to.family.phrases
  const text = waitFor(heater, wanted, null, least === null)
  if (text === null) return leftOut(`${to.printer.name} has no ${heater} heater.`)
  // A wait sets its own target, so the previous target is set again.
  const back = typeof wanted === 'number' && wanted !== target ? heat(heater, target, null) : null
  return changed([...text.split('\n'), ...(back ? [back] : [])], 'Its firmware waits for the heater, not for a sensor.')
}

/** Turns all heaters off, one by one. */
export function carryHeatersOff(ran: Ran): Rewritten {
  const { to } = ran
  const { heat } = to.family.phrases
  const several = to.printer.tools.length > 1
  const lines = [
    ...(noHeater(ran, 'nozzle')
      ? []
      : to.printer.tools.map((_, tool) => heat('nozzle', 0, several ? addressOf(to.family, to.printer, tool) : null))),
    heat('bed', 0, null),
    ...(noHeater(ran, 'chamber') ? [] : [heat('chamber', 0, null)]),
  ].filter(each => each !== null)
  return changed(lines, 'Its firmware turns heaters off one by one.')
}
