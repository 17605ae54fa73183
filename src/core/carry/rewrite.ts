// Rewrites commands that do not move, effect by effect, with the target family's phrases.
import { motorNamed } from '../effects/motors.ts'
import { toolNamed } from '../effects/tool.ts'
import type { Does, Effect, EffectOf } from '../firmware/effect.ts'
import { addressOf } from '../firmware/tools.ts'
import { hasLetter, numberOf } from '../gcode/line.ts'
import { carriesPoint, carryAlign, carryLevelling, carryProbe } from './rewrite-bed.ts'
import { carryDwell } from './rewrite-dwell.ts'
import { carryAcceleration, carryLimits, carryPressure, carryRetraction } from './rewrite-limits.ts'
import { carryFan, carryMessage, carryShownNothing } from './rewrite-other.ts'
import { hasNone, ofThisMachine, type Rewriter, through, whose } from './rewriters.ts'
import { changed, leftOut, type Ran, type Rewritten, refused, same } from './rewritten.ts'
import { toolThere } from './sides.ts'
import { carryHeat, carryHeatersOff, carryToolHeat, carryWaits } from './temperatures.ts'
import { takenAsItIs } from './unchanged.ts'

function carryTool(ran: Ran<EffectOf<'tool'>>): Rewritten {
  const { command, effect, own, after, from, to, there } = ran
  // A calculated tool stays as it is if source and target number their tools alike.
  if (/^\s*[Tt][@{[%<$]/.test(ran.line.raw))
    return from.family.toolNumbers === to.family.toolNumbers && to.family.commands.has('T')
      ? keepsTool(ran)
      : refused(`The tool is calculated, and ${to.printer.name} numbers its tools differently.`)
  const number = toolNamed(command, effect.by)
  if (number === null) return takenAsItIs(own, from, to) ? same : leftOut('It selects no tool.')
  if (number === -1) {
    if (to.family.noToolAtStart && to.printer.tools.length > 1)
      return through(ran, to.family.phrases.takeTool(-1), 'tool to put back')
    return leftOut(`${whose(ran)} always has a tool in use.`)
  }
  const tool = toolThere(to, after.tool)
  if (tool === null) return leftOut(`${to.printer.name} has no such tool.`)
  there.toolTaken = true
  if (to.printer.tools.length === 1) return leftOut(`${to.printer.name} has one tool, which is always in use.`)
  const address = addressOf(to.family, to.printer, tool)
  if (address === number && takenAsItIs(own, from, to)) return same
  return through(ran, to.family.phrases.takeTool(address), 'tools to select')
}

/** A calculated tool: unchanged if the target has several tools. */
function keepsTool({ to, there }: Ran): Rewritten {
  if (to.printer.tools.length === 1) return leftOut(`${to.printer.name} has one tool, which is always in use.`)
  there.toolTaken = true
  return same
}

function carryMix(ran: Ran<EffectOf<'mix'>>): Rewritten {
  const { own, from, to, effect, command, after } = ran
  const inputs = Math.max(...to.printer.tools.map(({ mixingInputs }) => mixingInputs))
  if (inputs < 2) return leftOut(`${to.printer.name} has no mixing hot end.`)
  if (takenAsItIs(own, from, to)) return same
  const { blendOfTool, blendPart, keepBlend } = to.family.phrases
  if (effect.step === 'gradient') return refused(`Blends are set differently on ${to.printer.name}.`)
  const inOneLine = blendOfTool(0, []) !== null
  if (effect.step === 'part' && inOneLine) return leftOut('All shares of the blend are on one line there.')
  if (effect.step === 'part')
    return through(ran, blendPart(numberOf(command, 'S') ?? 0, numberOf(command, 'P') ?? 0), 'blend to set so')
  // The blend saved last is the last one in the list.
  const kept = after.blends.at(-1)
  if (!kept) return leftOut('It saves no blend.')
  if (kept.tool >= to.printer.tools.length && inOneLine)
    return refused(`A blend is a tool on ${to.printer.name} only where its config has a tool ${kept.tool}.`)
  const shares = kept.shares.slice(0, inputs)
  if (effect.step === 'keep' && !inOneLine) return through(ran, keepBlend(kept.tool), 'blend to keep so')
  const parts = [...shares.map((share, input) => blendPart(input, share)), keepBlend(kept.tool)]
  const lines = inOneLine ? [blendOfTool(kept.tool, shares)] : parts
  const text = lines.every(line => line !== null) ? lines.join('\n') : null
  return through(ran, text, 'blend to set so')
}

function carryFlow(ran: Ran<EffectOf<'flow-override'>>): Rewritten {
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

const carryMotors: Rewriter<'motors'> = ran => {
  const { own, command, effect, from, to } = ran
  if (takenAsItIs(own, from, to)) return same
  const named = effect.byName ? motorNamed(command, effect.byName.motor) : null
  const letters = (['x', 'y', 'z', 'e'] as const).filter(each =>
    effect.byName ? each === named : effect.axesApart && hasLetter(command, each.toUpperCase()),
  )
  if (effect.byName && named === null) return leftOut(`It names a motor of ${from.printer.name}.`)
  if (effect.byName ? numberOf(command, effect.byName.on) !== 0 : effect.on)
    return leftOut('Motors switch on with the next move.')
  return through(ran, to.family.phrases.motorsOff(letters.length ? letters : null), 'motors to turn off')
}

const bySwitch = (ran: Ran, letter: string): boolean => (numberOf(ran.command, letter) ?? 1) !== 0

const asItIsOr =
  <D extends Does>(otherwise: Rewriter<D>): Rewriter<D> =>
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

/** How each effect is rewritten; those that depend on earlier commands are in pass.ts. */
const sayers: { readonly [D in Rest]: Rewriter<D> } = {
  plane: asItIsOr(ran => leftOut(hasNone(ran, 'other plane'))),
  dwell: carryDwell,
  'wait-for-moves': asItIsOr(ran => through(ran, ran.to.family.phrases.waitForMoves(), 'wait for moves')),
  units: asItIsOr(ran => through(ran, ran.to.family.phrases.units(ran.effect.units), `unit but millimetres`)),
  workspace: asItIsOr(ran => leftOut(hasNone(ran, 'work offsets; positions are written directly'))),
  'set-workspace': asItIsOr(ran => leftOut(hasNone(ran, 'work offsets; positions are written directly'))),
  'homed-offset': ofThisMachine('The position of its end stops'),
  'tool-offset': ofThisMachine('The position of its nozzles'),
  'small-shift': ofThisMachine('A baby step'),
  'probe-offset': ofThisMachine('The position of its probe'),
  'host-offset': ofThisMachine('A G-code offset'),
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
      : leftOut(`The setting for corners was tuned on ${ran.from.printer.name}.`),
  'soft-limits': asItIsOr(ran =>
    through(ran, ran.to.family.phrases.softLimits(bySwitch(ran, ran.effect.by)), 'switch for its limits'),
  ),
  settings: ran =>
    ran.effect.act === 'save'
      ? leftOut('Settings should not be saved at every print, least of all on a different machine.')
      : takenAsItIs(ran.own, ran.from, ran.to)
        ? same
        : leftOut(hasNone(ran, 'settings to load')),
  tool: carryTool,
  carriages: ran =>
    ran.to.printer.tools.length < 2
      ? leftOut(`${ran.to.printer.name} has one carriage.`)
      : takenAsItIs(ran.own, ran.from, ran.to)
        ? same
        : ran.after.carriages === 'single' || ran.after.carriages === 'auto-park'
          ? leftOut(`Carriages work independently on ${ran.to.printer.name} by default.`)
          : refused(`Carriage modes are written differently on ${ran.to.printer.name}.`),
  pause: asItIsOr(ran => through(ran, ran.to.family.phrases.pause(ran.effect.parks), 'pause')),
  resume: asItIsOr(ran => through(ran, ran.to.family.phrases.resume(), 'resuming')),
  finish: asItIsOr(ran => leftOut(hasNone(ran, 'such end; the script ends with its last line'))),
  wipe: asItIsOr(ran => leftOut(hasNone(ran, 'command that wipes; the maker “Brush wipe” writes strokes'))),
  message: carryMessage,
  'set-variable': asItIsOr(ran => leftOut(hasNone(ran, 'variables'))),
  'run-later': asItIsOr(ran => leftOut(`Delayed macros do not exist on ${ran.to.printer.name}.`)),
  macro: asItIsOr(ran => refused(`${ran.own.name} runs what is saved on ${ran.from.printer.name}.`)),
  'macro-file': asItIsOr(ran =>
    refused(`It runs a file of ${ran.from.printer.name}, which has no commands to write out.`),
  ),
  repeat: asItIsOr(ran => refused(`Lines can’t be repeated on ${ran.to.printer.name}: write them out.`)),
  opaque: asItIsOr(ran =>
    refused(`What ${ran.own.name} does on ${ran.from.printer.name} does not exist on ${ran.to.printer.name}.`),
  ),
  'nothing-shown': carryShownNothing,
}

/** Rewrites a command whose effect depends neither on the head's position nor on modes of counting. */
export function sayOther(ran: Ran): Rewritten | null {
  const { does } = ran.effect
  if (!(does in sayers)) return null
  // The type of the record ensures one entry for each effect.
  const sayer = sayers[does as Rest] as (ran: Ran<Effect>) => Rewritten
  return sayer(ran)
}

/** A command that no table has is carried only if it was taught for both. */
export const unknownCommand = (ran: Pick<Ran, 'own' | 'from' | 'to'>): Rewritten =>
  refused(`${ran.own.name} is not known here: teach it for ${ran.to.printer.name}, or write what it does.`)
