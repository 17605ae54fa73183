// Records a trial after a real print: checkboxes, times, a picture that is scaled down here, and notes.
import { useState } from 'react'
import type { UseFormRegisterReturn } from 'react-hook-form'
import * as v from 'valibot'
import { duration } from '../../../core/format.ts'
import type { Revision } from '../../../core/model/stored.ts'
import { sights, sightWords, Trial } from '../../../core/model/trial.ts'
import { useForm } from '../../lib/useForm.ts'
import { api, type Things } from '../../state/api.ts'
import { Field, fieldLook } from '../../ui/Field.tsx'
import { FileButton } from '../../ui/FileButton.tsx'
import { FormEnd } from '../../ui/FormEnd.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { Ticks } from '../../ui/Ticks.tsx'
import { pictureFrom } from './picture.ts'
import { secondsIn } from './seconds.ts'

type Props = {
  revision: Revision
  scriptId: number
  things: Things
  rehearsedS: number | null
  onClose: () => void
}

/** Accepts a decimal comma. */
const lengthIn = (text: string): number => Number(text.trim().replace(',', '.'))

/** The values of the form: measured values are texts, empty if nothing was measured. */
const Seen = v.object({
  ...Trial.entries,
  measuredS: v.pipe(
    v.string(),
    v.check(
      text => text.trim() === '' || secondsIn(text) !== null,
      ({ input }) => `“${input.slice(0, 30)}” is not a duration. Write it as 4:22, 4 min 22 s, or 262`,
    ),
  ),
  filamentMm: v.pipe(
    v.string(),
    v.check(
      text => text.trim() === '' || lengthIn(text) > 0,
      ({ input }) => `“${input.slice(0, 30)}” is not a length. Write it as 84.5`,
    ),
  ),
})
type Seen = v.InferOutput<typeof Seen>

const trialOf = (seen: Seen): Trial => ({
  ...seen,
  words: seen.words.trim(),
  measuredS: seen.measuredS.trim() === '' ? null : secondsIn(seen.measuredS),
  filamentMm: seen.filamentMm.trim() === '' ? null : lengthIn(seen.filamentMm),
})

export function TrialPanel({ revision, scriptId, things, rehearsedS, onClose }: Props) {
  const [picture, setPicture] = useState<string | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [job] = things.jobs
  const form = useForm<Seen>({
    key: `trial of revision ${revision.id} of script ${scriptId}`,
    // Revisions have no name, and their numbers can be used again.
    of: revision.createdAt,
    schema: Seen,
    saved: {
      seen: [],
      words: '',
      measuredS: '',
      filamentMm: '',
      job: job?.data.name ?? '',
      material: job?.data.materials[0] ?? '',
    },
    send: seen => api.addTrial(revision.id, trialOf(seen), picture),
  })
  const { fields, value } = form
  const take = (file: File | undefined) => {
    if (!file) return
    setProblem(null)
    pictureFrom(file).then(setPicture, () => setProblem(`“${file.name}” is not a picture that the browser can read.`))
  }
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title="What did you see?"
      about={`On the real machine, with revision ${revision.number}. It is shown in the history beside your changes.`}
    >
      <form
        noValidate
        onSubmit={event => void form.submit(event).then(done => done && onClose())}
        className="grid gap-4"
      >
        <Ticks
          legend="Seen"
          options={sights.map(sight => ({ value: sight, label: sightWords[sight] }))}
          chosen={value.seen}
          onChange={chosen => fields.setValue('seen', chosen)}
        />
        <Field name="In your words">
          {id => <textarea id={id} rows={3} {...fields.register('words')} className={fieldLook} />}
        </Field>
        <div className="grid grid-cols-[3fr_2fr_3fr_3fr] max-phone:grid-cols-2 items-start gap-4">
          <TextField
            form={fields}
            path="measuredS"
            name="By the clock"
            hint={rehearsedS === null ? '' : `here ${duration(rehearsedS)}`}
            example="4:22"
          />
          <TextField form={fields} path="filamentMm" name="Filament" hint="mm" />
          <Pick name="Job" options={things.jobs.map(({ data }) => data.name)} chosen={fields.register('job')} />
          <Pick
            name="Material"
            options={things.materials.map(({ data }) => data.name)}
            chosen={fields.register('material')}
          />
        </div>
        <div className="flex items-center gap-4">
          <FileButton label="A picture" accept="image/*" onFile={take}>
            {picture ? 'Another picture…' : 'A picture…'}
          </FileButton>
          <span className="text-control text-soft">scaled down before it is saved</span>
          {picture && (
            <img src={`data:image/jpeg;base64,${picture}`} alt="As it is saved" className="h-16 rounded-sm" />
          )}
        </div>
        {problem && (
          <p role="alert" className="text-bad">
            {problem}
          </p>
        )}
        <FormEnd form={form} kept={null} onEarlier={null} onClose={onClose} save="Save the trial" />
      </form>
    </Panel>
  )
}

type PickProps = { name: string; options: readonly string[]; chosen: UseFormRegisterReturn }

const Pick = ({ name, options, chosen }: PickProps) => (
  <Field name={name}>
    {id => (
      <select id={id} {...chosen} className={fieldLook}>
        <option value="">not recorded</option>
        {options.map(option => (
          <option key={option}>{option}</option>
        ))}
      </select>
    )}
  </Field>
)
