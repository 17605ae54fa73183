// The slicer of this printer has no placeholder for a value in the script.

import { scopeOf } from '../../formula/values.ts'
import { newVocabulary } from '../../model/vocabulary.ts'
import { worldOf } from '../../resolve/resolve.ts'
import { toTheirs } from '../../vocabulary/to-theirs.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ text, stage }: Checked): Found[] {
  const { vocabulary } = stage
  if (!vocabulary) return []
  const scope = scopeOf(worldOf(stage), stage.job.firstTool, new Map())
  const { untranslatable } = toTheirs(text, vocabulary, feature => scope.has(feature))
  const seen = new Set<string>()
  return untranslatable.flatMap(({ line, what }): Found[] => {
    if (seen.has(what)) return []
    seen.add(what)
    const message = `“${vocabulary.name}” can’t express ${what}. Export plain numbers for one job, or teach the placeholder.`
    return [{ line, message }]
  })
}

export const valueNotInVocabulary = {
  name: 'value-not-in-vocabulary',
  group: 'values',
  severity: 'advice',
  title: 'A value that the slicer has no placeholder for',
  why: 'A script for the slicer can only use the placeholders that the slicer has. Everything else must be plain numbers there.',
  silentWhen: 'Only where you have said which vocabulary this printer’s slicer uses. Each value is reported once.',
  example: {
    text: 'G28\nM420 S1\nM190 S@bed\nM109 S@nozzle\nG1 X@print_left Y20 Z5 F3000',
    vocabulary: {
      ...newVocabulary('ours', { open: '<<', close: '>>' }),
      words: [
        { word: 'plate_heat', value: 'bed', standIn: null, signs: null },
        { word: 'nozzle_heat', value: 'nozzle', standIn: null, signs: null },
      ],
    },
  },
  check,
} as const satisfies Rule
