import { describe, expect, it } from 'vitest'
import { ownMoves } from './around.ts'

const relative = { e: 0, relative: true }
const parted = (text: string, from = relative) => {
  const { before, after } = ownMoves(text.split('\n'), from)
  return { before: before.split('\n'), after: after === '' ? [] : after.split('\n') }
}

describe('the slicer’s own moves around a change', () => {
  it('are its retraction and lift before, its way, lowering and unretraction behind; the script between is not', () => {
    const text = [
      'G1 F2400',
      'G1 X50 Y60 E-0.6 ; wipe while retracting',
      'G1 E-0.4',
      ';LAYER PART',
      'G1 Z0.8 F600',
      // The script of the file: its first way is no retraction, its last lines are no way back alone.
      'G1 X-20 Y110 F9000',
      'T1',
      'G1 E12 F200',
      'G1 Z0.8 F600',
      'G1 X80 Y70 F9000 ; back',
      'G1 Z0.4 F600',
      'M204 S800',
      'G1 E1 F1800',
      'G1 F1500',
    ]
    expect(parted(text.join('\n'))).toEqual({
      before: ['M83', 'G1 F2400', 'G1 X50 Y60 E-0.6', 'G1 E-0.4', 'G1 Z0.8 F600'],
      after: ['G1 Z0.8 F600', 'G1 X80 Y70 F9000', 'G1 Z0.4 F600', 'M204 S800', 'G1 E1 F1800', 'G1 F1500'],
    })
  })

  it('are all that lies outside our own marks, where those are there', () => {
    const text =
      'G1 E-1\nG1 X200 Y150 F9000\n;~ prelude tool-change start\nG1 E-3\nT1\nG1 X0\n;~ prelude tool-change end\nG1 X10\nG1 X80'
    expect(parted(text)).toEqual({ before: ['M83', 'G1 E-1', 'G1 X200 Y150 F9000'], after: ['G1 X10', 'G1 X80'] })
  })

  it('count from where the print counts: a number below it retracts, one over it extrudes', () => {
    const from = { e: 12.5, relative: false }
    // 11.5 is 1 mm back; set to zero, 2 is 2 mm forward.
    expect(parted('G1 E11.5 F1800\nT1\nG92 E0\nG1 X5\nG1 E2', from)).toEqual({
      before: ['M82', 'G92 E12.5', 'G1 E11.5 F1800'],
      after: ['G92 E0', 'G1 X5', 'G1 E2'],
    })
  })

  it('know retraction by the firmware, small letters and both kinds of comment', () => {
    expect(parted('g10 (back)\ng1 z2 ; up\nT1\ng1 x3 y4\ng11')).toEqual({
      before: ['M83', 'G10', 'G1 Z2'],
      after: ['G1 X3 Y4', 'G11'],
    })
    expect(parted('N7 G1 E-2*41\nN8 T1*40\nN9 G1 X5 *44')).toEqual({ before: ['M83', 'G1 E-2'], after: ['G1 X5'] })
    // G10 with letters sets a tool or a place, and is no retraction.
    expect(parted('G10 P0 S150\nT1')).toEqual({ before: ['M83'], after: [] })
  })

  it('leave a purge in place to the script, and take an unretraction at the end of the way, before or behind the lowering', () => {
    expect(parted('T1\nG1 E12 F200\nG1 Z0.4').after).toEqual(['G1 Z0.4'])
    expect(parted('T1\nG1 E12 F200\nG1 X5\nG1 E1\nG1 Z0.4').after).toEqual(['G1 X5', 'G1 E1', 'G1 Z0.4'])
  })

  it('are none where a script fills all of it', () => {
    expect(parted('M83\nT1\nG1 E5\nM400')).toEqual({ before: ['M83'], after: [] })
  })
})
