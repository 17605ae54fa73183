// Every command of every table, by its own example: its sentence stands, and each letter of the example is told.
import { expect, it } from 'vitest'
import { demoPrinters } from '../../../demo/load.ts'
import { families } from '../firmware/families.ts'
import { read } from '../gcode/read.ts'
import { job, material } from '../model/example.ts'
import { rehearseScript } from '../round.ts'

const printers = demoPrinters()
const printerOf = (family: string) => printers.find(({ firmware }) => firmware.family === family)

const examples = Object.values(families).flatMap(({ family, commands }) =>
  [...commands.values()].map(({ name, example }) => [family, name, example] as const),
)

it.each(examples)('%s %s: %s', (family, name, example) => {
  const printer = printerOf(family)
  if (!printer) throw new Error(`no demo printer of the ${family} family`)
  // A machine that is homed, warm and has a tool.
  const before = family === 'host' ? 'G28\nM104 S200\n' : 'T0\nG28\nM104 S200\n'
  const { explained } = rehearseScript(`${before}${example}\n`, { printer, material, job, moment: 'start' })
  const sentence = explained.find(({ line }) => line === before.split('\n').length)?.says ?? ''
  expect(sentence, name).toMatch(/\S.*[.:]$|\S/)
  expect(sentence).not.toMatch(/undefined|NaN|\[object/)
  const { command } = read(example)[0] ?? {}
  const told = sentence.replaceAll(/(\d),(?=\d{3})/g, '$1')
  const words = [
    ...(command?.words ?? []).map(({ letter, value, text }) => ({ letter, value, said: text.slice(letter.length) })),
    ...(command?.keys ?? []).map(({ key, value }) => ({ letter: key, value: Number(value), said: value })),
  ]
  const untold = words.filter(each => !isTold(each, told) && !moot.test(sentence))
  expect(untold.map(({ letter, said }) => letter + said).join(' '), sentence).toBe('')
})

/** Sentences after which a letter's number is no matter, as the machine lacks what it speaks of. */
const moot = /doesn’t have|is not in the printer’s description|none has been started/

/** Switches, tools and heaters by name are told in words; the middle of an arc is told by the arc. */
const inWords = /\bon\b|\boff\b|one carriage|move|quiet|Clear|clear it|nozzle|E counts|work offset|arc to|Selects/i

type Word = { letter: string; value: number | null; said: string }

/** Whether a sentence tells a letter's number: as it stands, in mm/s, as a share of 1 or of 255, in s; or the letter itself. */
function isTold({ letter, value, said }: Word, sentence: string): boolean {
  if (new RegExp(`\\b${letter}\\b`).test(sentence) || sentence.includes(said.replaceAll('"', ''))) return true
  if (value === null || Number.isNaN(value)) return inWords.test(sentence)
  const forms = [Math.abs(value), value / 60, value * 100, Math.round((value / 255) * 100), value / 1000, value + 1]
  if (forms.some(form => sentence.includes(String(Number(form.toFixed(3)))))) return true
  return (value === 0 || value === 1 || /[IJQ]/.test(letter)) && inWords.test(sentence)
}
