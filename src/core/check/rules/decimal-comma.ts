// A number has a comma instead of a decimal point.
import { replacePiece } from '../../script/edits/lines.ts'
import { mayBeThousands } from '../../script/edits/repair.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ lines }: Checked): Found[] {
  const withComma = lines.filter(({ raw }) => raw.includes(','))
  return withComma.flatMap(line =>
    line.pieces.flatMap((piece): Found[] => {
      if (piece.kind !== 'word' || piece.flaw !== 'decimal-comma') return []
      const mended = piece.text.replace(',', '.')
      const without = piece.text.replace(',', '')
      const thousands = mayBeThousands(piece)
      const wanted = thousands ? [without, mended] : [mended]
      const message = `“${piece.text}” has a comma in its number. The machine reads ${piece.letter}${piece.value} and stops there; write ${wanted.join(' or ')}.`
      const fixes = wanted.map(text => ({ title: `Write ${text}`, edits: [replacePiece(line, piece, text)] }))
      return [{ line: line.number, message, fixes }]
    }),
  )
}

export const decimalComma = {
  name: 'decimal-comma',
  group: 'firmware',
  severity: 'error',
  title: 'A comma in a number',
  why: 'Machines write decimals with a point. At a comma the number ends, so 0,3 becomes 0.',
  silentWhen: 'Silent in comments and messages.',
  example: { text: 'G28\nM420 S1\nG1 Z0,3 F600' },
  check,
} as const satisfies Rule
