// A printer made from nothing: five questions that matter; the rest gets sensible figures and can be changed afterwards.
import { useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { type Answers, printerFrom } from '../../../core/model/new-printer.ts'
import { Button } from '../../parts/Button.tsx'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { api } from '../../state/api.ts'
import { newDraftKey, setDraftPrinter } from '../../state/drafts.ts'
import { rememberMyPrinter } from '../../state/mine.ts'
import { BedPad } from './BedPad.tsx'

const families: { value: Answers['family']; label: string; about: string }[] = [
  {
    value: 'board',
    label: 'board',
    about: 'The controller board takes one command a line; settings are kept with M500.',
  },
  { value: 'host', label: 'host', about: 'A small computer runs it, with a config file of [sections] and macros.' },
  {
    value: 'macro-file',
    label: 'macro-file',
    about: 'The board runs macro files from its card, with conditions in G-code.',
  },
  { value: 'dispensing', label: 'dispensing', about: 'Paste and several heads, which are chosen by M6.' },
]

const probes: { value: Answers['probe']; label: string }[] = [
  { value: 'none', label: 'It doesn’t' },
  { value: 'touch', label: 'With a touch probe' },
  { value: 'inductive', label: 'With an inductive probe' },
  { value: 'nozzle', label: 'With the nozzle itself' },
]

export function NewPrinter() {
  const navigate = useNavigate()
  const [search] = useSearchParams()
  const back = search.get('back') ?? ''
  const [answers, setAnswers] = useState<Answers>({
    name: '',
    widthMm: 220,
    depthMm: 220,
    heightMm: 250,
    family: 'board',
    bedCarriedOn: 'y',
    probe: 'touch',
    nozzleHighestC: 260,
    bedHighestC: 100,
  })
  const [refusal, setRefusal] = useState<string | null>(null)
  const change = (part: Partial<Answers>) => setAnswers(before => ({ ...before, ...part }))
  const make = async () => {
    if (answers.name.trim() === '') return setRefusal('A printer needs a name.')
    try {
      const { id } = await api.addPrinter(printerFrom({ ...answers, name: answers.name.trim() }))
      rememberMyPrinter(id)
      // A script that waits for it is checked for it from now on.
      const draft = /^\/desk\/new\/([\w-]+)$/.exec(back)?.[1]
      if (draft) await setDraftPrinter(newDraftKey(draft), id)
      await navigate(draft ? back : `/printers/${id}`, { replace: true })
    } catch (error) {
      setRefusal((error as Error).message)
    }
  }
  const numberField = (
    key: 'widthMm' | 'depthMm' | 'heightMm' | 'nozzleHighestC' | 'bedHighestC',
    name: string,
    unit: string,
  ) => (
    <Field name={name} hint={unit}>
      {id => (
        <input
          id={id}
          type="number"
          min={1}
          value={answers[key]}
          onChange={event => change({ [key]: Math.max(1, event.target.valueAsNumber || 1) })}
          className={fieldLook}
        />
      )}
    </Field>
  )
  return (
    <form
      onSubmit={event => {
        event.preventDefault()
        void make()
      }}
      className="mx-auto grid max-w-[1080px] grid-cols-[minmax(0,1fr)_340px] gap-8 px-6 py-5"
    >
      <div className="grid content-start gap-5">
        <div>
          <h1 className="font-serif text-[27px] font-semibold">A new printer</h1>
          <p className="text-soft">
            Five questions. All else gets what such printers usually have, and can be changed.
          </p>
        </div>
        <Question number={1} title="What do you call it?">
          <Field name="Name">
            {id => (
              <input
                id={id}
                value={answers.name}
                maxLength={80}
                onChange={event => change({ name: event.target.value })}
                className={fieldLook}
              />
            )}
          </Field>
        </Question>
        <Question number={2} title="How large is the bed, and how high can it print?">
          <div className="grid grid-cols-3 gap-3">
            {numberField('widthMm', 'Wide', 'mm')}
            {numberField('depthMm', 'Deep', 'mm')}
            {numberField('heightMm', 'High', 'mm')}
          </div>
        </Question>
        <Question number={3} title="What runs it, and what carries the bed?">
          <div className="grid grid-cols-2 gap-2">
            {families.map(({ value, label, about }) => (
              <label
                key={value}
                className={`flex gap-2 rounded-button border px-3 py-2 ${answers.family === value ? 'border-heat bg-raised' : 'border-rule'}`}
              >
                <input
                  type="radio"
                  name="family"
                  checked={answers.family === value}
                  onChange={() => change({ family: value })}
                />
                <span>
                  <b>{label}</b>
                  <span className="block text-[13px] text-soft">{about}</span>
                </span>
              </label>
            ))}
          </div>
          <Radios
            name="bed"
            options={[
              { value: 'y', label: 'The bed slides front to back' },
              { value: 'z', label: 'The bed goes down' },
            ]}
            value={answers.bedCarriedOn}
            onChange={value => change({ bedCarriedOn: value as Answers['bedCarriedOn'] })}
          />
        </Question>
        <Question number={4} title="How does it probe the bed?">
          <Radios
            name="probe"
            options={probes}
            value={answers.probe}
            onChange={value => change({ probe: value as Answers['probe'] })}
          />
        </Question>
        <Question number={5} title="How hot can it get?">
          <div className="grid grid-cols-2 gap-3">
            {numberField('nozzleHighestC', 'Nozzle', '°C')}
            {numberField('bedHighestC', 'Bed', '°C')}
          </div>
        </Question>
        {refusal && (
          <p role="alert" className="text-bad">
            {refusal}
          </p>
        )}
        <div>
          <Button main type="submit">
            Make this printer
          </Button>
        </div>
      </div>
      <div className="pt-16">
        <BedPad printer={printerFrom({ ...answers, name: answers.name || 'the new printer' })} onChange={() => {}} />
      </div>
    </form>
  )
}

const Question = ({ number, title, children }: { number: number; title: string; children: React.ReactNode }) => (
  <fieldset className="grid gap-2">
    <legend className="font-serif text-[18px] font-semibold">
      {number}. {title}
    </legend>
    {children}
  </fieldset>
)

type RadiosProps = {
  name: string
  options: readonly { value: string; label: string }[]
  value: string
  onChange: (value: string) => void
}

const Radios = ({ name, options, value: chosen, onChange }: RadiosProps) => (
  <div className="flex flex-wrap gap-x-5 gap-y-1">
    {options.map(({ value, label }) => (
      <label key={value} className="flex items-center gap-2">
        <input type="radio" name={name} checked={chosen === value} onChange={() => onChange(value)} />
        {label}
      </label>
    ))}
  </div>
)
