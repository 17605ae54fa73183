import { describe, expect, it } from 'vitest'
import { decodeScript } from './decode.ts'

const bytes = (...values: number[]) => new Uint8Array(values)

describe('decoding a file', () => {
  it('keeps the byte order mark, so that the file comes out as it went in', () => {
    expect(decodeScript(bytes(0xef, 0xbb, 0xbf, 0x47, 0x31))).toEqual({ ok: true, text: '\ufeffG1', encoding: 'utf-8' })
  })

  it('reads a degree sign of an old editor', () => {
    expect(decodeScript(bytes(0x3b, 0xb0, 0x43))).toEqual({ ok: true, text: ';°C', encoding: 'windows-1252' })
  })

  it('says that a picture is a picture', () => {
    expect(decodeScript(bytes(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a))).toMatchObject({
      ok: false,
      why: expect.stringContaining('PNG picture'),
    })
  })

  it('says that bytes full of zeros are no text, and lets a single one through', () => {
    expect(decodeScript(new Uint8Array(100)).ok).toBe(false)
    expect(decodeScript(bytes(0x47, 0x32, 0x38, 0, 0x0a)).ok).toBe(true)
  })
})
