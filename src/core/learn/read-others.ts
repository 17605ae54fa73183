// Learns a printer from a mesh report, and from a printer in our format.
import * as v from 'valibot'
import { rawLines } from '../gcode/read.ts'
import { sentenceOf } from '../model/issues.ts'
import { Printer } from '../model/printer.ts'
import { meshRow, plainReportLine } from './file-kind.ts'
import type { GivenFile, Notes } from './findings.ts'

/** A grid of heights: the number of points, and that meshes are saved. */
export function readMesh({ name, text }: GivenFile, notes: Notes): void {
  const rows = rawLines(text).flatMap((raw, i) => {
    const row = meshRow(plainReportLine(raw))
    return row ? [{ row, line: i + 1 }] : []
  })
  const [first] = rows
  if (!first) return
  const place = { file: name, line: first.line }
  const same = rows.filter(({ row }) => row.length === first.row.length)
  if (same.length !== rows.length)
    notes.pass(place, 'The rows of this mesh have different lengths: it may be cut off. Only whole rows are counted.')
  notes.derive('probe.grid', { x: first.row.length, y: same.length }, place, 'the mesh has so many points')
  notes.derive('storedMesh', true, place, 'there is a mesh')
}

/** Fields that are compared separately; the others are taken as they are. */
const wholeFields = Object.keys(Printer.entries) as (keyof typeof Printer.entries)[]

/** A printer in our format, alone or the first in a list. */
export function readExport({ name, text }: GivenFile, notes: Notes): void {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    notes.pass({ file: name, line: null }, 'It begins like JSON and can’t be read as such: it may be cut off.')
    return
  }
  const listed = typeof json === 'object' && json !== null && 'printers' in json ? json.printers : json
  const one = Array.isArray(listed) ? listed[0] : listed
  const data = typeof one === 'object' && one !== null && 'data' in one ? one.data : one
  const parsed = v.safeParse(Printer, data)
  if (!parsed.success) {
    notes.pass({ file: name, line: null }, `It is JSON, but not a printer in our format: ${sentenceOf(parsed.issues)}`)
    return
  }
  if (Array.isArray(listed) && listed.length > 1)
    notes.pass(
      { file: name, line: null },
      `It has ${listed.length} printers. The first, ${parsed.output.name}, is taken.`,
    )
  for (const field of wholeFields)
    if (field !== 'sources') notes.state(field, parsed.output[field], { file: name, line: 1 })
}
