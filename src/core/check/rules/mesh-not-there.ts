// Loads a saved mesh although the printer has none.
import { meshProfile, probeMesh } from '../../firmware/host/macro-commands.ts'
import { type Line, placeOf } from '../../gcode/line.ts'
import type { Checked, Fix, Found, Row, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'
import { givenFor, linesWith, openMacros } from '../macros.ts'
import { knownMeshes } from '../meshes.ts'
import { rowsThat } from '../queries.ts'

const noSuchMesh = (name: string): string =>
  `Loads the mesh “${name}”. No macro saves a mesh under that name, and the config contains none.`

/** Macros in the open config that load a mesh which nothing saves. */
function inOpenMacros({ stage }: Checked): Found[] {
  if (!stage.opened) return []
  const known = knownMeshes(stage)
  if (!known) return []
  return openMacros(stage).flatMap(macro =>
    linesWith(macro, meshProfile).flatMap(({ line, text }): Found[] => {
      const name = givenFor('LOAD', text)
      return name === null || known.has(name.toLowerCase()) ? [] : [{ line, message: noSuchMesh(name) }]
    }),
  )
}

const keyOf = ({ keys }: Row['command'], wanted: string): string | undefined =>
  keys.find(({ key }) => key.toUpperCase() === wanted)?.value

/** Loads the mesh that was `loaded` before, or one of those that exist. */
function loadInstead(line: Line, loaded: string | null, existing: readonly string[]): Fix[] {
  const piece = line.pieces.find(({ text }) => /^LOAD=/i.test(text))
  const name = loaded ?? existing[0]
  if (!piece || name === undefined) return []
  const edits = [{ ...placeOf(line, piece), insert: `LOAD=${name}` }]
  const several = loaded === null && existing.length > 1
  return [{ title: `Load the mesh “${name}”`, edits, ...(several && { oneOfSeveral: true }) }]
}

/** Lines of a script that load a mesh which nothing saves. The fix loads one that exists, best the one in use. */
function inScript({ rows, stage }: Checked): Found[] {
  if (stage.opened || !rows.some(({ command }) => command.name === meshProfile)) return []
  const known = knownMeshes(stage)
  if (!known) return []
  const found: Found[] = []
  for (const { command, line, source, before } of rows) {
    const saved = command.name === probeMesh ? (keyOf(command, 'PROFILE') ?? 'default') : keyOf(command, 'SAVE')
    if (saved !== undefined) known.add(saved.toLowerCase())
    const name = command.name === meshProfile ? keyOf(command, 'LOAD') : undefined
    if (name === undefined || known.has(name.toLowerCase())) continue
    const loaded = before.mesh && known.has(before.mesh.toLowerCase()) ? before.mesh : null
    const fixes = source ? loadInstead(source, loaded, [...known]) : []
    // The printer’s description says that a mesh is saved, and “default” is the usual name.
    const likely = stage.printer.storedMesh && name.toLowerCase() === 'default'
    found.push({ line, message: noSuchMesh(name), fixes, ...(likely && { severity: 'advice' }) })
  }
  return found
}

function check(script: Checked): Found[] {
  const named = [...inOpenMacros(script), ...inScript(script)]
  if (named.length > 0) return named
  const { printer, firmware } = script.stage
  const row = rowsThat(script, 'levelling').find(
    ({ before, after, effect, source }) =>
      effect?.does === 'levelling' &&
      effect.set !== 'off' &&
      !before.meshThere &&
      after.levelling === 'off' &&
      before.levelling !== 'on' &&
      !/S\s*0\b/i.test(source?.raw ?? ''),
  )
  if (!row) return []
  const message = `${printer.name} has no saved mesh, and no line before this one has probed the bed. Levelling stays off.`
  const fixes = printer.probe ? putBefore(script, row.line, firmware.phrases.probeBed(), 'Probe the bed before it') : []
  return [{ line: row.line, message, fixes }]
}

export const meshNotThere = {
  name: 'mesh-not-there',
  group: 'state',
  severity: 'error',
  title: 'The saved mesh does not exist',
  why: 'A line that loads a mesh does nothing if none was saved. The first layer is then printed as if the bed were perfectly flat.',
  silentWhen:
    'Uses what your printer’s description says about saved meshes. Silent when the script has probed one before.',
  example: { text: 'G28\nM420 S1\nM109 S200', printer: { storedMesh: false } },
  moments: ['start'],
  check,
} as const satisfies Rule
