// A trial of a revision: what was seen and measured, and its picture.
import { Camera, Trash2 } from 'lucide-react'
import { duration, plain } from '../../../core/format.ts'
import type { SavedTrial } from '../../../core/model/stored.ts'
import { sightWords } from '../../../core/model/trial.ts'
import { howLongAgo } from '../../lib/words.ts'
import { Press } from '../../ui/Press.tsx'

type Props = { trial: SavedTrial; rehearsedS: number | null; onRemove: () => void }

export function TrialSeen({ trial, rehearsedS, onRemove }: Props) {
  const { seen, words, measuredS, filamentMm, job, material } = trial.data
  const fine = seen.length === 1 && seen[0] === 'fine'
  const figures = [
    measuredS !== null &&
      `${duration(measuredS)} measured${rehearsedS === null ? '' : `, ${duration(rehearsedS)} rehearsed`}`,
    filamentMm !== null && `${plain(filamentMm, 1)} mm of filament`,
    [job, material].filter(Boolean).join(' in '),
  ].filter(Boolean)
  return (
    <li className="my-1.5 flex gap-3 rounded-button border-l-4 border-move bg-raised px-3 py-2">
      {trial.pictured && (
        <a href={`/api/trials/${trial.id}/picture`} target="_blank" rel="noreferrer" className="shrink-0">
          <img
            src={`/api/trials/${trial.id}/picture`}
            alt={`What was seen: ${seen.map(each => sightWords[each]).join(', ') || words}`}
            className="h-20 w-28 rounded-sm object-cover"
          />
        </a>
      )}
      <div className="min-w-0 flex-1">
        <p className={`font-semibold ${fine ? 'text-good' : ''}`}>
          {trial.pictured ? <Camera size={14} aria-hidden className="mr-1 inline" /> : null}
          Seen: {seen.map(each => sightWords[each]).join(', ') || 'nothing ticked'}
        </p>
        {words && <p className="whitespace-pre-line">{words}</p>}
        <p className="text-control text-soft">{[...figures, howLongAgo(trial.madeAt, new Date())].join(' · ')}</p>
      </div>
      <Press
        onClick={onRemove}
        aria-label="Delete this trial"
        className="self-start rounded-sm p-1 text-soft hover:text-bad"
      >
        <Trash2 size={15} aria-hidden />
      </Press>
    </li>
  )
}
