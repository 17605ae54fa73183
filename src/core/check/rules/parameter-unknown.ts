// A letter that a command doesn't take.

import { specOf } from '../../firmware/spec.ts'
import { listed } from '../../format.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ lines, stage }: Checked): Found[] {
  return lines.flatMap((line): Found[] => {
    const { command } = line
    const spec = command && specOf(stage.firmware, command)
    if (!command || !spec || spec.text || spec.anyLetter) return []
    if (spec.effect.does === 'macro' || spec.effect.does === 'flow') return []
    const takesIt = (name: string) => spec.letters.some(({ letter }) => letter === name)
    if (command.keys.length === 0 && command.words.every(({ letter }) => takesIt(letter))) return []
    const odd = [
      ...command.words
        .filter(({ letter, flaw }) => !takesIt(letter) && flaw === null && !(command.name === 'T' && letter === 'T'))
        .map(({ letter }) => letter),
      ...command.keys.filter(({ key }) => !takesIt(key)).map(({ key }) => key),
    ]
    if (odd.length === 0) return []
    const takes = spec.letters.length
      ? ` It takes ${listed(spec.letters.map(({ letter }) => letter))}.`
      : ' It takes none.'
    const message = `${command.name} doesn’t take ${listed([...new Set(odd)])} on this firmware, so it is passed over.${takes}`
    const byRadius = spec.effect.does === 'arc' && !spec.effect.byRadius && odd.includes('R')
    if (byRadius) {
      const radius = `${command.name} takes an arc’s centre (I and J) only on this firmware. With a radius (R) it stops with an error.`
      return [{ line: line.number, severity: 'error', message: radius }]
    }
    return [{ line: line.number, message }]
  })
}

export const parameterUnknown: Rule = {
  name: 'parameter-unknown',
  group: 'firmware',
  severity: 'advice',
  title: 'A letter that the command doesn’t take',
  why: 'Letters that a command doesn’t know are passed over without a word. Often another letter was meant.',
  silentWhen: 'Silent for macros, and for commands whose letters differ from machine to machine.',
  example: { text: 'G28\nM420 S1\nM109 S200 Q5' },
  check,
}
