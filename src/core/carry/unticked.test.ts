// Changes that a person does not want: what stays, what stays away, and that each can be wanted again.
import { describe, expect, it } from 'vitest'
import { asText, carried, linesOf, named } from '../testing/carrying.ts'
import { planShown } from './page.ts'

const [dunlin, sanderling, curlew] = [named('Dunlin'), named('Sanderling'), named('Curlew')]

describe('a change that was not wanted', () => {
  // The nozzle that is the probe would measure drops at 205 °C: cooler before it, and hot again behind it (line 5).
  const hot = 'M190 S60\nM109 S205\nG28\nG29\nG1 X20 Y2 F3000\n'
  const probed = (refused: readonly string[]) => carried(hot, dunlin, sanderling, 'start', { refused })

  it('is still listed where it was an addition, with what it would add', () => {
    const wanted = carried('G28\nG29\n', dunlin, curlew, 'start')
    const added = wanted.changes.filter(({ kind }) => kind === 'added')
    expect(added.length).toBeGreaterThan(0)
    for (const { id, became } of added) {
      const made = carried('G28\nG29\n', dunlin, curlew, 'start', { refused: [id] })
      const at = (plan: typeof made) => plan.changes.findIndex(each => each.id === id)
      expect(made.changes[at(made)]).toEqual({
        id,
        line: null,
        became: [],
        kind: 'same',
        why: 'Not added, as you chose.',
        wouldBe: became,
      })
      expect(at(made)).toBe(at(wanted))
      expect(made.text).not.toContain(became.join('\n'))
    }
  })

  it('is still listed where a mend of the rehearsal would have added it; of the mend nothing is done then', () => {
    const wanted = probed([])
    const id = wanted.changes.find(({ kind }) => kind === 'added')?.id ?? ''
    expect(wanted.text).toBe('M190 S60\nM109 S160\nG28\nG29\nM109 S205\nG1 X20 Y2 F3000\n')
    const made = probed([id])
    expect(made.text).toBe(hot)
    expect(made.changes.map(({ line, wouldBe }) => [line, wouldBe])).toEqual([
      [1, undefined],
      [2, undefined],
      [3, undefined],
      [4, undefined],
      [null, ['M109 S205']],
      [5, undefined],
    ])
    // The line that the mend would have changed, unticked as well: both can be wanted again.
    const both = probed([id, '2'])
    expect(both.text).toBe(hot)
    expect(both.changes.filter(({ line }) => line === null)).toHaveLength(1)
  })

  it('keeps no other mend away', () => {
    // A board's counter stands at the 5 mm that the host's saved state would have taken back: set to zero, though line 2 stays hot.
    const text = [
      'M190 S60',
      'M109 S205',
      'G28',
      'BED_MESH_CALIBRATE',
      'M82',
      'SAVE_GCODE_STATE NAME=line',
      'M83',
      'G1 X10 Y4 Z0.3 F6000',
      'G1 X90 E5 F1200',
      'RESTORE_GCODE_STATE NAME=line',
    ]
    const lines = (refused: readonly string[]) =>
      linesOf(carried(asText(text), curlew, sanderling, 'start', { refused }).text)
    expect(lines([])).toEqual([
      'M190 S60',
      'M109 S160',
      'G28',
      'G29',
      'M109 S205',
      'M82',
      'M83',
      'G1 X10 Y4 Z0.3 F6000',
      'G1 X90 E5 F1200',
      'G92 E0',
      'M82',
    ])
    expect(lines(['2'])).toEqual(
      lines([])
        .map(line => (line === 'M109 S160' ? 'M109 S205' : line))
        .toSpliced(4, 1),
    )
  })

  it('keeps a temperature a number, also where all others follow the material', () => {
    const text = 'M140 S60\nG28\nM420 S1\nM190 S60\n'
    const made = carried(text, named('Turnstone'), dunlin, 'start', { heatsAsValues: true, refused: ['1'] })
    expect(made.text).toBe('M140 S60\nG28\nM420 S1\nM190 S@bed\n')
  })

  it('stands on the page in the passage that it would have been added to', () => {
    const text = '; --- heat ---\nM190 S60\n; --- probe ---\nG28\nG29\n'
    const passages = (refused: readonly string[]) =>
      planShown(carried(text, dunlin, curlew, 'start', { refused })).passages
    const added = passages([]).flatMap(({ title, changes }) =>
      changes.flatMap(({ id, kind }) => (kind === 'added' ? [{ title, id }] : [])),
    )
    expect(added.length).toBeGreaterThan(0)
    for (const { title, id } of added)
      expect(passages([id]).find(({ changes }) => changes.some(each => each.id === id))?.title).toBe(title)
  })
})
