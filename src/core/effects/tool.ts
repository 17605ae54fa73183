// Selects a tool: its offset and temperature apply, and the printer's tool-change files run.

import { toolNumber } from '../firmware/spec.ts'
import { addressOf, toolName, toolsAt } from '../firmware/tools.ts'
import { celsius, plain } from '../format.ts'
import { type Command, hasLetter, numberOf, textOf } from '../gcode/line.ts'
import { clampedNumber } from '../gcode/number.ts'
import { setToolHeat } from '../machine/heaters.ts'
import { toolOffset } from '../machine/places.ts'
import type { Recorder } from '../machine/recorder.ts'
import type { Modes, Stage } from '../machine/state.ts'
import { fileNamed } from '../model/printer.ts'
import { travelTo } from './moving.ts'
import { type Call, record } from './record.ts'
import { furtherLetters, withMore } from './table-words.ts'

/** The number that a line names: by name (`T1`), letter (`M6 T11`) or key (`EXTRUDER=extruder1`); −1 for none. */
export function toolNamed(command: Command, by: string | null): number | null {
  if (by === null) return toolNumber(command.name)
  const named = textOf(command, by)
  return named === null ? numberOf(command, by) : clampedNumber(/(?<!\d)\d+$/.exec(named)?.[0] ?? '0')
}

/** What a number selects: a tool by index, a blend of the mixing tool, no tool, or nothing. */
export type Selected = { tool: number; blend: number | null } | null

export function selectedBy(number: number | null, stage: Stage, blends: readonly { tool: number }[]): Selected {
  if (number === null) return null
  if (number === -1) return { tool: -1, blend: null }
  const [tool] = toolsAt(stage.firmware, stage.printer, number)
  const mixing = stage.printer.tools.findIndex(({ mixingInputs }) => mixingInputs > 1)
  const blended = blends.some(each => each.tool === number)
  if (tool !== undefined) return { tool, blend: blended && mixing >= 0 ? number : null }
  const max = stage.firmware.maxBlends ?? 0
  return mixing >= 0 && (blended || number < Math.max(max, 0)) ? { tool: mixing, blend: number } : null
}

/** The files of a tool change, selected by the bits of P: 1 tfree, 2 tpre, 4 tpost. */
function files(recorder: Recorder, command: Command, to: number): { before: Call[]; after: Call[] } {
  const { printer } = recorder.stage
  const bits = numberOf(command, 'P') ?? 7
  const from = recorder.modes.tool
  const call = (bit: number, file: string): Call[] => (bits & bit && fileNamed(printer, file) ? [{ file }] : [])
  if (from === to) return { before: [], after: [] }
  const leaving = from < 0 ? [] : call(1, `tfree${from}.g`)
  const arriving = to < 0 ? [] : call(2, `tpre${to}.g`)
  // While the next tool is fetched, none is in use.
  const none: Call[] =
    from >= 0 && arriving.length > 0
      ? [
          {
            command: {
              name: 'T-1',
              words: [{ kind: 'word', text: 'P0', letter: 'P', value: 0, quoted: null, formula: null, flaw: null }],
              keys: [],
              message: null,
            },
          },
        ]
      : []
  return { before: [...leaving, ...none, ...arriving], after: to < 0 ? [] : call(4, `tpost${to}.g`) }
}

/**
 * The parking positions of two self-parking carriages along X, mm: of the tool that is left, and of the one that is
 * taken. Null on other machines.
 */
function restsAfter(
  { carriages }: Pick<Modes, 'carriages'>,
  { printer }: Stage,
  left: number,
  taken: number,
): { left: number; taken: number } | null {
  const [leftX, takenX] = [left, taken].map(tool => printer.tools[tool]?.parksX ?? null)
  return carriages !== 'auto-park' || left === taken || leftX == null || takenX == null
    ? null
    : { left: leftX, taken: takenX }
}

/**
 * Makes a tool the one in use. The nozzle position changes by the offsets; boards move the new nozzle to where the old
 * one was.
 */
function take(recorder: Recorder, { tool, blend }: NonNullable<Selected>, stays: boolean): void {
  const { modes, stage } = recorder
  const left = modes.tool
  const rests = restsAfter(modes, stage, left, tool)
  // The carriage that printed parks.
  if (rests) travelTo(recorder, { ...recorder.position, x: rests.left })
  recorder.set({ tool, blend })
  if (left === tool) return
  if (stage.firmware.toolsStandBy) {
    if (left >= 0) setToolHeat(recorder, left, { state: 'standby' })
    if (tool >= 0) setToolHeat(recorder, tool, { state: 'active' })
  }
  if (rests) {
    // The other carriage stays parked until it is moved.
    recorder.position = { ...recorder.position, x: rests.taken }
    recorder.step('stand', 0)
    return
  }
  if (left < 0 || tool < 0) return
  const [before, now] = [left, tool].map(each => toolOffset(modes.places, stage.printer.tools, each)) as [
    { x: number; y: number; z: number },
    { x: number; y: number; z: number },
  ]
  const by = { x: now.x - before.x, y: now.y - before.y, z: now.z - before.z }
  if (by.x === 0 && by.y === 0 && by.z === 0) return
  const was = { ...recorder.position }
  recorder.position = { x: was.x + by.x, y: was.y + by.y, z: was.z + by.z }
  recorder.step('stand', 0)
  if (!stays && !stage.firmware.toolsStandBy) travelTo(recorder, was)
}

export const tool = record<'tool'>({
  movesHead: true,
  book: { kind: 'changes tool', alsoCalled: 'extruder head select change' },
  calls: (recorder, command, effect) => {
    const selected = selectedBy(toolNamed(command, effect.by), recorder.stage, recorder.modes.blends)
    return effect.files && selected ? files(recorder, command, selected.tool) : {}
  },
  run: (recorder, command, effect) => {
    const selected = selectedBy(toolNamed(command, effect.by), recorder.stage, recorder.modes.blends)
    const stays = effect.staysStill !== null && hasLetter(command, effect.staysStill)
    if (selected) take(recorder, selected, stays)
  },
  says: ({ command, spec, effect, before, after, stage, byFile, modesKnown }) => {
    const number = toolNamed(command, effect.by)
    const { printer, firmware } = stage
    if (number === null) return 'Reports the tool in use.'
    if (number === -1)
      return before.tool < 0 ? 'Does nothing: no tool is in use.' : 'Puts the tool away; none is in use after that.'
    const selected = selectedBy(number, stage, before.blends)
    const name = selected && selected.blend === null ? toolName(firmware, printer, selected.tool) : `T${number}`
    if (!selected) return `Selects ${name}, which ${printer.name} doesn’t have: nothing changes.`
    const all = toolsAt(firmware, printer, number)
    if (all.length > 1)
      return `Selects all heads of carriage ${Math.floor(number / 10)}: ${all.map(each => `T${addressOf(firmware, printer, each)}`).join(', ')}.`
    const blend =
      selected.blend === null
        ? ''
        : before.blends.some(each => each.tool === number)
          ? ', a blend'
          : ', a blend that nothing has kept'
    if (modesKnown && before.tool === after.tool && before.blend === after.blend)
      return `${name.charAt(0).toUpperCase()}${name.slice(1)} is in use already.`
    const heat = after.toolHeats[after.tool]
    const heats = firmware.toolsStandBy && heat && heat.activeC > 0 ? `; it heats to ${celsius(heat.activeC)}` : ''
    const by = byFile ? ` by ${byFile.name}` : ''
    const rests = restsAfter(before, stage, before.tool, after.tool)
    const parks = rests ? `; ${toolName(firmware, printer, before.tool)} parks at X ${plain(rests.left, 0)}` : ''
    const still = effect.staysStill && hasLetter(command, effect.staysStill) ? ' without moving' : ''
    const letters = `${effect.by ?? ''}${effect.staysStill ?? ''}${effect.files ? 'P' : ''}`
    return withMore(
      `Selects ${name}${blend}${by}${still}${heats}${parks}.`,
      furtherLetters(command, spec, stage, letters),
    )
  },
  purpose: 'tool',
})
