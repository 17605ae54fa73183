import { describe, expect, it } from 'vitest'
import { sharedBoxes } from './boxes.ts'

const scripts = [
  { moment: 'start' as const, name: 'Begin', text: 'G28\n' },
  { moment: 'tool-arrive' as const, name: 'Arrive', text: 'G1 E5' },
  { moment: 'tool-change' as const, name: 'Swap', text: 'T{next}\n' },
  { moment: 'tool-leave' as const, name: 'Leave', text: 'G1 E-5\n' },
]

describe('a program with fewer boxes than there are moments', () => {
  it('gets leaving, the change and arriving in its one box, in the order in which they run', () => {
    expect(sharedBoxes({ moments: ['start', 'tool-change', 'end'] }, scripts)).toEqual([
      {
        box: 'tool-change',
        of: [scripts[3], scripts[2], scripts[1]],
        text: '; leaving a tool: Leave\nG1 E-5\n; at a tool change: Swap\nT{next}\n; arriving at a tool: Arrive\nG1 E5\n',
      },
    ])
  })

  it('keeps them apart where each has its box, or nobody said', () => {
    expect(sharedBoxes({ moments: null }, scripts)).toEqual([])
    expect(sharedBoxes({ moments: ['start', 'tool-leave', 'tool-change', 'tool-arrive'] }, scripts)).toEqual([])
  })

  it('leaves out what no box takes, and ends lines as the scripts do', () => {
    const two = [
      { moment: 'layer-change' as const, name: 'Layer', text: 'M106\r\n' },
      { moment: 'before-layer' as const, name: 'Before', text: 'M400\r\n' },
      { moment: 'cancel' as const, name: 'Cancel', text: 'M104 S0\r\n' },
    ]
    expect(sharedBoxes({ moments: ['layer-change'] }, two)).toMatchObject([
      { text: '; before each layer change: Before\r\nM400\r\n; at each layer: Layer\r\nM106\r\n' },
    ])
  })
})
