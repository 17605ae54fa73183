import { describe, expect, it } from 'vitest'
import { nearMiss } from './near-miss.ts'

describe('a near miss', () => {
  it.each([
    // Two neighbours swapped; a letter more, less and different: one slip each.
    ['PRUGE_FRONT', ['PURGE_FRONT', 'PURGE_BACK'], 'PURGE_FRONT'],
    ['CLEANN', ['CLEAN'], 'CLEAN'],
    ['CLEA', ['CLEAN'], 'CLEAN'],
    ['CLAAN', ['CLEAN'], 'CLEAN'],
    // Two slips count in names of nine letters or more only.
    ['BED_MESH_CLARE', ['BED_MESH_CLEAR'], 'BED_MESH_CLEAR'],
    ['PRGE_FRNT', ['PURGE_FRONT'], 'PURGE_FRONT'],
    ['PRG_FRNT', ['PURGE_FRONT'], null],
    ['CLANN', ['CLEAN'], null],
    // Short names, other numbers, several equally near names.
    ['T1', ['T2'], null],
    ['PARK_1', ['PARK_2'], null],
    ['PARK_A', ['PARK_B', 'PARK_C'], null],
    ['CLEAN', ['CLEAN'], null],
    ['SHAKE', ['CLEAN'], null],
  ] as const)('%s among %j is %s', (name, known, meant) => expect(nearMiss(name, known)).toBe(meant))
})
