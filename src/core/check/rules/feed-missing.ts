// The first move has no feed rate, and none was set before.
import { afterLastWord, sourceWord } from '../../script/edits/lines.ts'
import type { Checked, Found, Rule } from '../finding.ts'

/** Feed rates that suit every printer, mm/min: along the bed, and for Z. */
const calmMmMin = 3000
const calmHeightMmMin = 600

function check({ steps, rows }: Checked): Found[] {
  const first = steps.find(({ command }) => {
    const row = rows[command]
    return (row?.effect?.does === 'move' || row?.effect?.does === 'arc') && row.after.feedMmMin === null
  })
  const row = first && rows[first.command]
  const line = row?.source
  if (!row || !line?.command) return []
  const onlyUp = sourceWord(line, 'Z') && !sourceWord(line, 'X') && !sourceWord(line, 'Y')
  const feed = onlyUp ? calmHeightMmMin : calmMmMin
  const message =
    'The first move sets no speed. The machine uses the last one: very slow after it is switched on, or the last print’s travel speed.'
  return [
    {
      line: row.line,
      message,
      fixes: [
        { title: `Give it a speed (F${feed})`, edits: [afterLastWord({ line, command: line.command }, ` F${feed}`)] },
      ],
    },
  ]
}

export const feedMissing = {
  name: 'feed-missing',
  group: 'motion',
  severity: 'warning',
  title: 'A move without a speed',
  why: 'The speed stays the same from one move to the next. A script that never sets one runs at whatever speed was used last.',
  silentWhen: 'Silent once an earlier move has set a speed, and after a print, which has.',
  example: { text: 'G28\nM420 S1\nG1 Z5\nG1 X20 F3000' },
  moments: ['start'],
  check,
} as const satisfies Rule
