import { describe, expect, it } from 'vitest'
import { identify } from './identify.ts'

describe('a reply to M115', () => {
  it('of a board lists its abilities', () => {
    const reply =
      'Recv: FIRMWARE_NAME:Mudflat 7.4.2 (Mar 3) SOURCE_CODE_URL:none PROTOCOL_VERSION:1.0 MACHINE_TYPE:Dunlin EXTRUDER_COUNT:1\r\nRecv: Cap:EEPROM:1\r\nRecv: Cap:Z_PROBE:1\r\nRecv: Cap:CHAMBER_TEMPERATURE:0\r\nok'
    expect(identify(reply)).toEqual({
      family: 'board',
      because: 'it lists 3 abilities in lines of their own',
      version: '7.4.2',
      machine: 'Dunlin',
      abilities: { EEPROM: true, Z_PROBE: true, CHAMBER_TEMPERATURE: false },
    })
  })

  it('of a macro-file board names its electronics', () => {
    const reply = 'FIRMWARE_NAME: Saltpan FIRMWARE_VERSION: 3.4.1 ELECTRONICS: Creek 2 FIRMWARE_DATE: 2026-01-05'
    expect(identify(reply)).toMatchObject({ family: 'macro-file', version: '3.4.1', machine: 'Creek 2' })
  })

  it('of a host has a version with a digest', () => {
    expect(identify('FIRMWARE_VERSION:12.1-87-g1a2b3c4d FIRMWARE_NAME:Estuary')).toMatchObject({
      family: 'host',
      version: '12.1',
    })
  })

  it('that fits nothing says so', () => {
    expect(identify('hello')).toMatchObject({
      family: null,
      because: 'there is no reply to M115 in this text',
      version: null,
    })
    expect(identify('FIRMWARE_NAME:Fog')).toMatchObject({
      family: null,
      because: 'it has none of the signs that we know',
    })
  })
})
