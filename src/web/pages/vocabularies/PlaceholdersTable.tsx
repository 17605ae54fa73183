// The placeholders of a vocabulary, each with its meaning, how sure the guess is, and the number it is rehearsed with.
import { doubled, type Vocabulary } from '../../../core/model/vocabulary.ts'
import type { Guess } from '../../../core/vocabulary/guess.ts'
import { Table } from '../../ui/Table.tsx'
import { ValueChoice } from '../../ui/ValueChoice.tsx'

export type WordChange = Partial<Vocabulary['words'][number]>

type Props = {
  vocabulary: Vocabulary
  guesses: ReadonlyMap<string, Guess>
  onChange: (word: string, change: WordChange) => void
}

const sure = ({ value, sureness }: Guess): string =>
  value === null ? 'no guess' : sureness >= 0.85 ? 'nearly sure' : sureness >= 0.7 ? 'likely' : 'a guess'

export function PlaceholdersTable({ vocabulary, guesses, onChange: setWord }: Props) {
  const twice = doubled(vocabulary)
  return (
    <Table card className="mt-4" columns={['Placeholder', 'Means', 'How sure', 'Rehearsed with']}>
      <tbody>
        {vocabulary.words.map(({ word, value, standIn }) => (
          <tr key={word} className="border-t border-rule">
            <th scope="row" className="px-3 py-1 text-left font-mono text-control font-normal">
              {word}
            </th>
            <td className="py-1 pr-3">
              <ValueChoice
                word={word}
                value={value}
                none="unknown: it stays as it is"
                onChange={meaning => setWord(word, { value: meaning })}
              />
            </td>
            <td className="py-1 pr-3 text-control text-soft">
              {value !== null && twice.includes(value) ? (
                <span className="text-warn">a different placeholder means the same</span>
              ) : (
                sure(guesses.get(word) ?? { value: null, sureness: 0 })
              )}
            </td>
            <td className="py-1 pr-3">
              {value === null && (
                <input
                  type="number"
                  step="any"
                  aria-label={`Number for ${word}`}
                  placeholder="a number"
                  value={standIn ?? ''}
                  onChange={event =>
                    setWord(word, { standIn: event.target.value === '' ? null : Number(event.target.value) })
                  }
                  className="w-28 rounded-button border border-rule bg-paper px-2 py-1"
                />
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  )
}
