// Every command of every table, by its own example: what the machine is in after it is what its effect says, and nothing else.
import { expect, it } from 'vitest'
import { demoPrinters } from '../../../demo/load.ts'
import type { Effect } from '../firmware/effect.ts'
import { families } from '../firmware/families.ts'
import { specOf } from '../firmware/spec.ts'
import { type Command, hasLetter, numberOf } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import type { MachineState } from '../machine/state.ts'
import { job, material } from '../model/example.ts'
import type { Printer } from '../model/printer.ts'
import { type Round, rehearseScript } from '../round.ts'

type Seen = { before: MachineState; after: MachineState; command: Command; round: Round; tookS: number }
type Holds<D extends Effect['does']> = (seen: Seen, effect: Extract<Effect, { does: D }>) => void

/** What may differ after a command that shows nothing: nothing. */
const same = ({ before, after, tookS }: Seen): void => {
  expect(after).toEqual(before)
  expect(tookS).toBe(0)
}
const modesSame = ({ before, after }: Seen): void => expect(after.modes).toEqual(before.modes)
const placeSame = ({ before, after, tookS }: Seen): void => {
  expect(after.position).toEqual(before.position)
  expect(tookS).toBe(0)
}
const heatAndHomeSame = ({ before, after }: Seen): void => {
  expect(after.modes.nozzleTargets).toEqual(before.modes.nozzleTargets)
  expect(after.modes.homed).toEqual(before.modes.homed)
}
const takesTime = ({ tookS }: Seen): void => expect(tookS).toBeGreaterThan(0)
/** Told elsewhere in detail, and here by no more than that the rehearsal ends in a state. */
const placesChange = ({ before, after, command }: Seen): void => {
  // The head itself stays where it is.
  expect(after.position).toEqual(before.position)
  if (['X', 'Y', 'Z'].some(letter => (numberOf(command, letter) ?? 0) !== 0))
    expect(after.modes.places).not.toEqual(before.modes.places)
}

/** A promise for each effect; the compiler holds the list complete. */
const holds: { [D in Effect['does']]: Holds<D> } = {
  move: seen => {
    for (const axis of ['x', 'y'] as const) {
      const to = numberOf(seen.command, axis.toUpperCase())
      if (to !== null) expect(seen.after.position[axis]).toBeCloseTo(to + seen.after.modes.shift[axis], 6)
    }
    modesSameBut(seen, 'feedMmMin')
  },
  arc: seen => {
    expect([seen.after.position.x, seen.after.position.y]).toEqual([60, 60])
    modesSameBut(seen, 'feedMmMin')
  },
  plane: ({ after }, { plane }) => expect(after.modes.plane).toBe(plane),
  dwell: ({ tookS, command }, { seconds, milliseconds }) => {
    const whole = seconds === null ? null : numberOf(command, seconds)
    const fine = milliseconds === null ? null : numberOf(command, milliseconds)
    expect(tookS).toBeCloseTo(whole ?? (fine ?? 0) / 1000, 6)
  },
  'wait-for-moves': same,
  units: ({ after }, { units }) => expect(after.modes.units).toBe(units),
  positioning: ({ after }, { positioning }) => expect(after.modes.positioning).toBe(positioning),
  'extrusion-mode': ({ after }, { extrusion }) => expect(after.modes.extrusion).toBe(extrusion),
  'set-position': ({ before, after, command }) => {
    expect(after.filament).toBe(numberOf(command, 'E') ?? before.filament)
  },
  'machine-places': same,
  workspace: ({ after }, { number }) => expect(after.modes.places.workspace).toBe(number),
  'set-workspace': placesChange,
  'homed-offset': placesChange,
  // A tool that the printer lacks has no offset to change; the head stays where it is either way.
  'tool-offset': placeSame,
  'small-shift': ({ before, after }) => expect(after.modes.places).not.toEqual(before.modes.places),
  'probe-offset': ({ after, command }) => {
    if (hasLetter(command, 'Z')) expect(after.modes.probeZ).toBe(numberOf(command, 'Z'))
  },
  // Z=0.05 MOVE=1: the head goes up by as much as everything is shifted.
  'host-offset': ({ before, after }) => {
    expect(after.modes.places).not.toEqual(before.modes.places)
    expect((after.position.z ?? 0) - (before.position.z ?? 0)).toBeCloseTo(0.05, 6)
  },
  home: ({ after, command }) => {
    const named = (['x', 'y', 'z'] as const).filter(axis => hasLetter(command, axis.toUpperCase()))
    for (const axis of named.length ? named : (['x', 'y', 'z'] as const)) expect(after.modes.homed[axis]).toBe(true)
  },
  probe: seen => takesTime(seen),
  'probe-point': seen => takesTime(seen),
  'probe-grid': ({ after }) => expect(after.modes.grid).not.toBeNull(),
  align: seen => takesTime(seen),
  levelling: ({ after, command }, { set }) => {
    const off = set === 'off' || (typeof set === 'object' && numberOf(command, set.by) === 0)
    expect(after.modes.levelling).toBe(off ? 'off' : 'on')
  },
  motors: ({ before, after, command }, { on, axesApart }) => {
    // Z is not named by any example that names axes.
    if (command.words.length > 0 && axesApart) expect(after.modes.homed.z).toBe(before.modes.homed.z)
    if (!axesApart || command.words.length === 0) expect(after.modes.motorsOn).toBe(on)
  },
  heat: ({ after, command, round }, { heater, targets }) => {
    const wanted = targets.map(letter => numberOf(command, letter)).find(value => value !== null)
    if (wanted === undefined || wanted === null) return
    const { printer } = round.stage
    if (heater === 'chamber' && !printer.heaters.chamber) return expect(after.modes.chamberTarget).toBeNull()
    const has =
      heater === 'bed'
        ? [after.modes.bedTarget]
        : heater === 'chamber'
          ? [after.modes.chamberTarget]
          : after.modes.nozzleTargets
    expect(has).toContain(wanted)
  },
  'tool-heat': ({ after, before }) => expect(after.modes.toolHeats).not.toEqual(before.modes.toolHeats),
  // The example of a host waits for more than the bed is told to reach.
  'wait-for-heaters': seen => (seen.command.name === 'TEMPERATURE_WAIT' ? modesSame(seen) : takesTime(seen)),
  'heaters-off': ({ after }) => {
    expect(after.modes.nozzleTargets.every(target => target === 0)).toBe(true)
    expect(after.modes.bedTarget).toBe(0)
  },
  power: ({ before, after }, { on }) => {
    if (on) expect(after.modes).toEqual(before.modes)
    else expect([after.modes.bedTarget, after.modes.motorsOn]).toEqual([0, false])
  },
  fan: ({ after, command }, { on, full }) => {
    if (full !== 100 && (numberOf(command, 'P') ?? 0) > 0) return
    expect(after.modes.fan > 0).toBe(on && numberOf(command, 'S') !== 0)
  },
  'firmware-retract': ({ after }, { back }) => expect(after.modes.firmwareRetractedMm > 0).toBe(back),
  'retraction-settings': ({ before, after, command }) => {
    // What is set may be what the printer has already.
    const length = numberOf(command, 'RETRACT_LENGTH')
    if (length !== null) expect(after.modes.retractions[0]?.lengthMm).toBe(length)
    else if (command.words.some(({ value }) => value))
      expect(after.modes.retractions).not.toEqual(before.modes.retractions)
    else expect(after.modes.firmwareRetractedMm).toBe(before.modes.firmwareRetractedMm)
  },
  volumetric: ({ before, after }) => expect(after.modes.volumetric).not.toEqual(before.modes.volumetric),
  'cold-extrusion': ({ before, after }) => expect(after.modes.coldExtrusion).not.toEqual(before.modes.coldExtrusion),
  'change-filament': ({ before, after }) => expect(after.modes.nozzleTargets).toEqual(before.modes.nozzleTargets),
  mix: placeSame,
  'pressure-advance': same,
  'flow-override': ({ before, after, command }) => {
    // A share of 1 is how it was.
    if (numberOf(command, 'S') === 1) expect(after.modes.flowPercents).toEqual(before.modes.flowPercents)
    else expect(after.modes.flowPercents).not.toEqual(before.modes.flowPercents)
  },
  'feed-override': ({ after, command }) => {
    if (hasLetter(command, 'S')) expect(after.modes.feedPercent).toBe(numberOf(command, 'S'))
  },
  limits: ({ before, after }) =>
    expect([after.modes.speedLimits, after.modes.accelerationLimits]).not.toEqual([
      before.modes.speedLimits,
      before.modes.accelerationLimits,
    ]),
  'move-acceleration': ({ before, after }) => expect(after.modes.acceleration).not.toEqual(before.modes.acceleration),
  'overall-limits': ({ before, after }) => expect(after.modes).not.toEqual(before.modes),
  corners: ({ before, after }) => expect(after.modes.corner).not.toEqual(before.modes.corner),
  'soft-limits': ({ after, command }, { by }) => {
    if (hasLetter(command, by)) expect(after.modes.softLimits).toBe(numberOf(command, by) !== 0)
  },
  settings: placeSame,
  tool: ({ after, round }) => expect(after.modes.tool).toBeLessThan(round.stage.printer.tools.length),
  carriages: ({ after }) => expect(after.modes.carriages).not.toBe('copied'),
  pause: ({ before, after }) => expect(after.modes.nozzleTargets).toEqual(before.modes.nozzleTargets),
  resume: modesSame,
  finish: ({ round }) => expect(round.trace.ended).not.toBeNull(),
  park: heatAndHomeSame,
  wipe: heatAndHomeSame,
  message: same,
  'save-state': ({ before, after }) => expect(after.remembered).not.toEqual(before.remembered),
  // Nothing has been saved under that name.
  'restore-state': modesSame,
  'set-variable': modesSame,
  'run-later': modesSame,
  macro: heatAndHomeSame,
  'macro-file': heatAndHomeSame,
  // `global` and `var` keep a value, and no more.
  flow: modesSame,
  repeat: same,
  opaque: ({ tookS }, { seconds }) => expect(tookS).toBeCloseTo(seconds, 6),
  'nothing-shown': same,
}

/** What holds before and after, but for one of the modes. */
function modesSameBut({ before, after }: Seen, but: 'feedMmMin'): void {
  expect({ ...after.modes, [but]: 0 }).toEqual({ ...before.modes, [but]: 0 })
}

// What a command does by itself: files of the printer's own that it would run are another matter, and a board that takes corners by
// their deviation passes over a jerk.
const corner = { kind: 'speed', mmS: 5 } as const
const printers = demoPrinters().map(printer => ({ ...printer, macroFiles: [], corner }))
function printerOf(family: string): Printer {
  const printer = printers.find(({ firmware }) => firmware.family === family)
  if (!printer) throw new Error(`no demo printer of the ${family} family`)
  return printer
}

const examples = Object.values(families).flatMap(family =>
  [...family.commands.values()].flatMap(({ name, example, refused, text }) =>
    refused === undefined ? [[family.family, name, example, text === true] as const] : [],
  ),
)

it.each(examples)('%s %s: %s', (family, _name, example) => {
  expect.hasAssertions()
  const printer = printerOf(family)
  const begin =
    family === 'host' ? 'G28\nM104 S180\nM140 S50\nM106 S255\n' : 'T0\nG28\nM104 S180\nM140 S50\nM106 S255\n'
  const setting = { printer, material, job, moment: 'start' as const }
  const before = rehearseScript(begin, setting)
  const round = rehearseScript(`${example}\n`, { ...setting, from: before.state })
  const [line] = read(example)
  const command = round.trace.ran?.[0]?.command ?? line?.command
  if (!command) throw new Error(`${example} holds no command`)
  const effect = specOf(round.stage.firmware, command)?.effect
  if (!effect) throw new Error(`${example} has no effect`)
  const seen: Seen = { before: before.state, after: round.state, command, round, tookS: round.durations.totalS }
  ;(holds[effect.does] as Holds<Effect['does']>)(seen, effect as never)
})
