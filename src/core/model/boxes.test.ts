import { describe, expect, it } from 'vitest'
import { boxFor } from './vocabulary.ts'

describe('the box that a script goes into', () => {
  it('is its own where there is one, or where nobody said which there are', () => {
    expect(boxFor({ moments: ['start', 'tool-change'] }, 'tool-change')).toEqual({ box: 'tool-change', where: 'own' })
    expect(boxFor({ moments: null }, 'tool-leave')).toEqual({ box: 'tool-leave', where: 'own' })
  })

  it('is the nearest one else: what comes before the change before it, what comes after it behind it', () => {
    const moments = ['start' as const, 'tool-change' as const, 'end' as const]
    expect(boxFor({ moments }, 'tool-leave')).toEqual({ box: 'tool-change', where: 'before' })
    expect(boxFor({ moments }, 'material-end')).toEqual({ box: 'tool-change', where: 'before' })
    expect(boxFor({ moments }, 'tool-arrive')).toEqual({ box: 'tool-change', where: 'after' })
    expect(boxFor({ moments }, 'material-start')).toEqual({ box: 'tool-change', where: 'after' })
  })

  it('takes a change before what arrives, and behind what leaves only where nothing arrives', () => {
    expect(boxFor({ moments: ['tool-arrive', 'tool-leave'] }, 'tool-change')).toEqual({
      box: 'tool-arrive',
      where: 'before',
    })
    expect(boxFor({ moments: ['tool-leave'] }, 'tool-change')).toEqual({ box: 'tool-leave', where: 'after' })
  })

  it('is none for what no other box runs at: a pause, a start', () => {
    expect(boxFor({ moments: ['tool-change'] }, 'pause')).toBeNull()
    expect(boxFor({ moments: ['end'] }, 'start')).toBeNull()
  })
})
