import { describe, expect, it } from 'vitest'
import { demoScripts } from '../../../demo/load.ts'
import { read } from '../gcode/read.ts'
import { round } from '../testing/stage.ts'
import { planned } from './edits/plan.ts'
import { badName, driftOf, keptApart, makeRefrain, putRefrain, refrainsIn, rolledOut } from './refrains.ts'

const script = 'G28\r\n\r\n; --- purge ---\r\nG92 E0\r\nG1 X10 Y10 E5 F900\r\nG1 X60 E10\r\n\r\nM117 go\r\n'
const rehearsed = (text: string) => ({ ...round(text), text })
const purgeIn = (text: string) => {
  const found = round(text).passages.find(({ title }) => title === 'purge')
  if (!found) throw new Error('no purge')
  return found
}

describe('a refrain', () => {
  const marked = planned(script, makeRefrain(rehearsed(script), purgeIn(script), 'front purge'))

  it('is a passage between marker lines, heading and all, with the script’s line ends', () => {
    expect(marked).toBe(
      'G28\r\n\r\n;& front purge\r\n; --- purge ---\r\nG92 E0\r\nG1 X10 Y10 E5 F900\r\nG1 X60 E10\r\n;& end front purge\r\n\r\nM117 go\r\n',
    )
    expect(refrainsIn(read(marked))).toMatchObject([{ name: 'front purge', firstLine: 3, lastLine: 8 }])
  })

  it('is told by its name in the outline, and said to be one', () => {
    const { passages, explained } = round(marked)
    expect(passages.map(({ title }) => title)).toContain('front purge')
    expect(explained.find(({ line }) => line === 3)?.says).toContain('The refrain “front purge”')
  })

  it('runs as the script did without its markers', () => {
    expect(round(marked).trace.totalS).toBe(round(script).trace.totalS)
  })

  it('is written anew wherever it stands, whatever the case of its name, and nothing else is touched', () => {
    const twice = marked + marked
    const after = rolledOut(twice, 'Front  Purge', 'G1 E18 F300\n')
    expect(after).toBe('G28\r\n\r\n;& front purge\r\nG1 E18 F300\r\n;& end front purge\r\n\r\nM117 go\r\n'.repeat(2))
    expect(rolledOut(marked, 'another', 'G1 E18')).toBe(marked)
  })

  it('kept apart leaves its lines as they are', () => expect(keptApart(marked, 'front purge')).toBe(script))

  it('stands once in a script, and not in another refrain', () => {
    const put = putRefrain(rehearsed('G28'), { name: 'wipe', text: 'G1 X5\n' }, 99)
    expect(planned('G28', put)).toBe('G28\n;& wipe\nG1 X5\n;& end wipe\n')
    expect(planned('G28\n', putRefrain(rehearsed('G28\n'), { name: 'wipe', text: 'G1 X5' }, 1))).toBe(
      ';& wipe\nG1 X5\n;& end wipe\nG28\n',
    )
    expect(putRefrain(rehearsed(marked), { name: 'front purge', text: '' }, 1).ok).toBe(false)
    const inside = round(marked).passages.find(({ title }) => title === 'front purge')
    expect(inside && makeRefrain(rehearsed(marked), inside, 'again')).toMatchObject({ ok: false })
  })

  it('has a name that can’t be taken for its end', () => {
    expect(badName('front purge')).toBeNull()
    expect(badName('end of it')).toContain('“end”')
    expect(badName('&')).toContain('letter')
  })
})

describe('a copy of a refrain', () => {
  const refrain = { name: 'x', text: 'G1 E18\nG92 E0\n', earlier: [{ number: 1, text: 'G1 E40\nG92 E0\n' }] }
  it('is the same whatever its line ends and the blanks behind its lines', () =>
    expect(driftOf({ text: 'G1 E18  \r\nG92 E0\r\n' }, refrain)).toEqual({ kind: 'same' }))
  it('is behind where it is an earlier text', () =>
    expect(driftOf({ text: 'G1 E40\nG92 E0\n' }, refrain)).toEqual({ kind: 'behind', number: 1 }))
  it('has drifted where it was changed by hand', () =>
    expect(driftOf({ text: 'G1 E19\nG92 E0\n' }, refrain)).toEqual({ kind: 'drifted' }))
})

describe('whatever the script', () => {
  const scripts = demoScripts().map(({ text }) => text)

  it('a passage made a refrain and kept apart again is the script as it was', () => {
    for (const text of scripts)
      for (const passage of round(text).passages) {
        const plan = makeRefrain(rehearsed(text), passage, 'ours')
        if (!plan.ok) continue
        const back = keptApart(planned(text, plan), 'ours')
        // A last line without an end gets one, as the marker stands behind it.
        expect([text, text + (/\r\n/.exec(text)?.[0] ?? '\n')]).toContain(back)
      }
  })

  it('rolled out twice is rolled out once, and leaves what stands around it', () => {
    for (const text of scripts) {
      const put = planned(text, putRefrain(rehearsed(text), { name: 'ours', text: 'M117 a\nM117 b\n' }, 3))
      const once = rolledOut(put, 'ours', 'M117 c')
      expect(rolledOut(once, 'ours', 'M117 c')).toBe(once)
      expect(rolledOut(once, 'ours', 'M117 a\nM117 b')).toBe(put)
      const lines = (its: string) => its.split(/\r?\n/)
      const around = lines(once).filter(line => !/ours$|^M117 c$/.test(line))
      expect(around.join('\n').trimEnd()).toBe(lines(text).join('\n').trimEnd())
    }
  })
})
