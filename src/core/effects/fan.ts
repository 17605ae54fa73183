// The part fan.
import { plain } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { record } from './record.ts'
import { furtherLetters, sayFromTable, withMore } from './table-words.ts'

export const fan = record<'fan'>({
  movesHead: false,
  book: { kind: 'switches fans', alsoCalled: 'cooling part' },
  run: (recorder, command, effect) => {
    // With fans on the heads, P is the speed; on other machines P selects a fan other than the part fan.
    if (effect.full !== 100 && (numberOf(command, 'P') ?? 0) > 0) return
    const wanted = numberOf(command, effect.speed) ?? effect.full
    // If full speed is 1, larger numbers count up to 255.
    const full = wanted > effect.full && effect.full === 1 ? 255 : effect.full
    recorder.blow(effect.on ? Math.min(1, Math.max(0, wanted / full)) : 0)
  },
  says: ({ command, spec, after, stage, effect }) => {
    if (effect.full !== 100 && (numberOf(command, 'P') ?? 0) > 0) return sayFromTable(command, stage)
    const says = after.fan === 0 ? 'Part fan off.' : `Part fan on, ${plain(after.fan * 100, 0)} %.`
    return withMore(says, furtherLetters(command, spec, stage, effect.full === 100 ? 'SP' : 'S'))
  },
  purpose: 'fan',
})
