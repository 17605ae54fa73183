// Turns bed levelling on, with a saved mesh, or off.
import { hasLetter, numberOf, textOf } from '../gcode/line.ts'
import { record } from './record.ts'
import { furtherLetters, sayFromTable, withMore } from './table-words.ts'

const meshIn = (command: Parameters<typeof textOf>[0], letter: string | null): string | null => {
  if (letter === null) return null
  const number = numberOf(command, letter)
  return textOf(command, letter) ?? (number === null ? null : String(number))
}

export const levelling = record<'levelling'>({
  movesHead: false,
  book: { kind: 'switches levelling', alsoCalled: 'leveling mesh compensation' },
  run: (recorder, command, { set, mesh }) => {
    const loaded = meshIn(command, mesh)
    const now = (levelling: 'on' | 'off') => {
      const { meshThere, mesh } = recorder.modes
      // Without a mesh, levelling stays off.
      if (levelling === 'on' && !meshThere) recorder.set({ levelling: 'off' })
      else recorder.set({ levelling, mesh: levelling === 'on' ? (loaded ?? mesh) : mesh })
    }
    if (typeof set === 'string') now(set)
    else {
      const number = numberOf(command, set.by)
      if (number !== null) now(number > 0 ? 'on' : 'off')
      else if (textOf(command, set.by) !== null) now('on')
      else if (loaded !== null) recorder.set({ mesh: loaded })
    }
  },
  says: ({ command, effect, after, spec, stage }) => {
    const by = typeof effect.set === 'string' ? null : effect.set.by
    const loaded = meshIn(command, effect.mesh)
    if (by !== null && !hasLetter(command, by) && loaded === null) return sayFromTable(command, stage)
    const explained = `${by ?? ''}${effect.mesh ?? ''}`
    const more = furtherLetters(command, spec, stage, explained)
    if (by !== null && !hasLetter(command, by)) return withMore(`Loads mesh ${loaded}; levelling stays as it is.`, more)
    if (after.levelling === 'off')
      return after.meshThere || (by !== null && numberOf(command, by) === 0) || effect.set === 'off'
        ? 'Bed levelling off.'
        : `Turns nothing on: ${stage.printer.name} has no saved mesh, and none has been probed.`
    const from =
      loaded === null
        ? 'from the saved mesh'
        : /^\d+$/.test(loaded)
          ? `from the mesh in slot ${loaded}`
          : `from the mesh “${loaded}”`
    return withMore(`Bed levelling on, ${from}.`, more)
  },
  purpose: 'levelling',
})
