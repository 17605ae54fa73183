// Loads a saved mesh although the printer has none.
import { meshProfile, probeMesh } from '../../firmware/host/macro-commands.ts'
import { configOf } from '../../macros/config.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'
import { allMacros, givenFor, linesWith, openMacros } from '../macros.ts'
import { rowsThat } from '../queries.ts'

/** A macro loads a mesh by a name that no macro saves, and the host has no saved mesh with that name. */
function neverSaved({ stage }: Checked): Found[] {
  const saves = allMacros(stage).flatMap(macro => [
    ...linesWith(macro, probeMesh).map(
      ({ text }) => givenFor('PROFILE', text) ?? (/PROFILE=/i.test(text) ? null : 'default'),
    ),
    ...linesWith(macro, meshProfile).flatMap(({ text }) => (/\sSAVE=/i.test(text) ? [givenFor('SAVE', text)] : [])),
  ])
  // A calculated name may be any, and a mesh may be saved by hand.
  if (saves.length === 0 || saves.includes(null)) return []
  const sections = stage.opened ? configOf(stage.printer).sections : new Map()
  return openMacros(stage).flatMap(macro =>
    linesWith(macro, meshProfile).flatMap(({ line, text }): Found[] => {
      const name = givenFor('LOAD', text)
      if (name === null || saves.includes(name) || sections.has(`bed_mesh ${name.toLowerCase()}`)) return []
      return [
        {
          line,
          message: `Loads the mesh “${name}”. No macro saves a mesh under that name, and the config contains none. Levelling stays as it was.`,
        },
      ]
    }),
  )
}

function check(script: Checked): Found[] {
  const never = neverSaved(script)
  if (never.length) return never
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
