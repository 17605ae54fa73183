// What was seen after a real print: ticks, the clock, a picture made small here, words.
import { useState } from 'react'
import { duration } from '../../../core/format.ts'
import type { Revision } from '../../../core/model/kept.ts'
import { type Sight, sights, sightWords, Trial } from '../../../core/model/trial.ts'
import { Button } from '../../parts/Button.tsx'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { Panel } from '../../parts/Panel.tsx'
import { Ticks } from '../../parts/Ticks.tsx'
import { useKeeping } from '../../parts/useKeeping.ts'
import { api, type Things } from '../../state/api.ts'
import { pictureFrom } from './picture.ts'
import { secondsIn } from './seconds.ts'

type Props = {
  revision: Revision
  things: Things
  rehearsedS: number | null
  onClose: () => void
}

export function TrialPanel({ revision, things, rehearsedS, onClose }: Props) {
  const [seen, setSeen] = useState<Sight[]>([])
  const [words, setWords] = useState('')
  const [clock, setClock] = useState('')
  const [filament, setFilament] = useState('')
  const [job, setJob] = useState(things.jobs[0]?.data.name ?? '')
  const [material, setMaterial] = useState(things.jobs[0]?.data.materials[0] ?? '')
  const [picture, setPicture] = useState<string | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const { refusal, keep } = useKeeping(Trial, () => {
    onClose()
  })
  const take = (file: File | undefined) => {
    if (!file) return
    setProblem(null)
    pictureFrom(file).then(setPicture, () => setProblem(`“${file.name}” is no picture that the browser can read.`))
  }
  const save = () => {
    const measuredS = clock.trim() === '' ? null : secondsIn(clock)
    if (clock.trim() !== '' && measuredS === null)
      return setProblem(`“${clock}” is no time. Write it as 4:22, 4 min 22 s, or 262.`)
    const filamentMm = filament.trim() === '' ? null : Number(filament.replace(',', '.'))
    setProblem(null)
    void keep({ seen, words: words.trim(), measuredS, filamentMm, job, material }, trial =>
      api.addTrial(revision.id, trial, picture),
    )
  }
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title="What did you see?"
      about={`On the real machine, with revision ${revision.number}. It stands in the history beside what you changed.`}
    >
      <form
        onSubmit={event => {
          event.preventDefault()
          save()
        }}
        className="grid gap-4"
      >
        <Ticks
          legend="Seen"
          options={sights.map(sight => ({ value: sight, label: sightWords[sight] }))}
          chosen={seen}
          onChange={chosen => setSeen(chosen as Sight[])}
        />
        <Field name="In your words">
          {id => (
            <textarea
              id={id}
              rows={3}
              value={words}
              onChange={event => setWords(event.target.value)}
              className={fieldLook}
            />
          )}
        </Field>
        <div className="grid grid-cols-4 max-[640px]:grid-cols-2 items-end gap-4">
          <Field name="By the clock" {...(rehearsedS !== null && { hint: `rehearsed ${duration(rehearsedS)}` })}>
            {id => (
              <input
                id={id}
                value={clock}
                placeholder="4:22"
                onChange={event => setClock(event.target.value)}
                className={fieldLook}
              />
            )}
          </Field>
          <Field name="Filament" hint="mm">
            {id => (
              <input
                id={id}
                type="number"
                step="any"
                value={filament}
                onChange={event => setFilament(event.target.value)}
                className={fieldLook}
              />
            )}
          </Field>
          <Pick name="Job" value={job} options={things.jobs.map(({ data }) => data.name)} onChange={setJob} />
          <Pick
            name="Material"
            value={material}
            options={things.materials.map(({ data }) => data.name)}
            onChange={setMaterial}
          />
        </div>
        <div className="flex items-center gap-4">
          <Field name="A picture" hint="made small before it is kept">
            {id => (
              <input
                id={id}
                type="file"
                accept="image/*"
                onChange={event => take(event.target.files?.[0])}
                className="mt-1 block text-[14px]"
              />
            )}
          </Field>
          {picture && <img src={`data:image/jpeg;base64,${picture}`} alt="As it is kept" className="h-16 rounded-sm" />}
        </div>
        {(problem ?? refusal) && (
          <p role="alert" className="text-bad">
            {problem ?? refusal}
          </p>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Not now</Button>
          <Button main type="submit">
            Save the trial
          </Button>
        </div>
      </form>
    </Panel>
  )
}

type PickProps = { name: string; value: string; options: readonly string[]; onChange: (value: string) => void }

const Pick = ({ name, value, options, onChange }: PickProps) => (
  <Field name={name}>
    {id => (
      <select id={id} value={value} onChange={event => onChange(event.target.value)} className={fieldLook}>
        <option value="">not said</option>
        {options.map(option => (
          <option key={option}>{option}</option>
        ))}
      </select>
    )}
  </Field>
)
