// No rule goes through a script's rows again for each of them: twice the lines are twice the looks, whatever the command.
import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters } from '../../demo/load.ts'
import { checkedFrom } from '../core/check/check.ts'
import type { Checked } from '../core/check/finding.ts'
import { rules } from '../core/check/rules.ts'
import { familyOf } from '../core/firmware/families.ts'
import { type RehearsalInput, rehearseScript } from '../core/round.ts'

const [job] = demoJobs()
const [material] = demoMaterials()
if (!job || !material) throw new Error('the demo data is not complete')

/** A printer of each family. */
const printers = [...new Map(demoPrinters().map(each => [each.firmware.family, each])).values()]

/** The same list, which counts each look at one of its entries. */
const counted = <T>(list: readonly T[], look: () => void): readonly T[] =>
  new Proxy(list as T[], {
    get(target, key, receiver) {
      if (typeof key === 'string' && key !== 'length' && !Number.isNaN(Number(key))) look()
      return Reflect.get(target, key, receiver)
    },
  })

/** How often each rule looks at an entry of the script's lists, by its name. */
function looksAt(text: string, setting: RehearsalInput): Map<string, number> {
  const checked = checkedFrom({ text, ...rehearseScript(text, setting) })
  const looks = new Map<string, number>()
  for (const { name, check, moments } of rules) {
    if (moments && !moments.includes(setting.moment)) continue
    let count = 0
    const look = () => count++
    // Lists of its own, so that what an earlier rule has asked is asked again.
    const own: Checked = {
      ...checked,
      lines: counted(checked.lines, look) as Checked['lines'],
      statements: counted(checked.statements, look),
      rows: counted(checked.rows, look),
      steps: counted(checked.steps, look),
      strokes: counted(checked.strokes, look),
      passages: counted(checked.passages, look) as Checked['passages'],
    }
    check(own)
    looks.set(name, count)
  }
  return looks
}

describe.each(printers.map(printer => [printer.firmware.family, printer] as const))('for %s', (_, printer) => {
  it.each(['start', 'end'] as const)('rules look at each row a few times, however many there are: %s', moment => {
    const setting = { printer, job, material, moment }
    const around = (line: string, count: number) => `G28\nM109 S205\n${`${line}\n`.repeat(count)}G1 X50 E5\n`
    const again: string[] = []
    for (const { example, name } of familyOf(printer).commands.values()) {
      const [few, many] = [looksAt(around(example, 40), setting), looksAt(around(example, 120), setting)]
      // Three times the lines: three times the looks, where nine would be those of all pairs.
      for (const [rule, looks] of many)
        if (looks > 4 * (few.get(rule) ?? 0) + 400) again.push(`${rule} at ${name}: ${few.get(rule)} and ${looks}`)
    }
    expect(again).toEqual([])
  })
})
