// Adds a printer from five questions; everything else gets defaults and can be changed later.
import { type ReactNode, useRef } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { familyOptions } from '../../../core/model/family.ts'
import { Answers, printerFrom, usualAnswers } from '../../../core/model/new-printer.ts'
import { setDraftPrinter } from '../../drafts/scripts.ts'
import { type Form, useForm } from '../../lib/useForm.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { api } from '../../state/api.ts'
import { rememberMyPrinter } from '../../state/my-printer.ts'
import { Button } from '../../ui/Button.tsx'
import { NumberField } from '../../ui/NumberField.tsx'
import { OtherDrafts } from '../../ui/OtherDrafts.tsx'
import { PageHead } from '../../ui/Page.tsx'
import { PageLink } from '../../ui/Press.tsx'
import { Radios } from '../../ui/Radios.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { BedPad } from './BedPad.tsx'
import { ToolQuestions } from './ToolQuestions.tsx'

const carriers: { value: Answers['bedCarriedOn']; label: string }[] = [
  { value: 'y', label: 'The bed slides front to back' },
  { value: 'z', label: 'The bed goes down' },
  { value: 'none', label: 'The bed stays, the gantry moves' },
]

const probes: { value: Answers['probe']; label: string }[] = [
  { value: 'none', label: 'It doesn’t' },
  { value: 'touch', label: 'With a touch probe' },
  { value: 'inductive', label: 'With an inductive probe' },
  { value: 'nozzle', label: 'With the nozzle itself' },
]

const shapes: { value: 'square' | 'round'; label: string }[] = [
  { value: 'square', label: 'Rectangular' },
  { value: 'round', label: 'Round' },
]

const origins: { value: Answers['origin']; label: string }[] = [
  { value: 'corner', label: 'X 0 Y 0 is the front left corner' },
  { value: 'middle', label: 'X 0 Y 0 is the middle' },
]

/** Replaces impossible numbers by the smallest possible ones, so that the bed can be drawn. */
const drawable = (answers: Answers): Answers => ({
  ...answers,
  name: answers.name.trim() || 'the new printer',
  widthMm: answers.widthMm || 1,
  depthMm: answers.depthMm || 1,
  heightMm: answers.heightMm || 1,
})

export function NewPrinter() {
  useTitle('A new printer')
  const navigate = useNavigate()
  const [search] = useSearchParams()
  const back = search.get('back') ?? ''
  const form = useForm<Answers>({
    key: 'new printer',
    schema: Answers,
    saved: usualAnswers,
    send: async answers => {
      const { id } = await api.addPrinter(printerFrom(answers))
      rememberMyPrinter(id)
      // A new script that waits for this printer is checked for it from now on.
      const draft = /^\/desk\/new\/([\w-]+)$/.exec(back)?.[1]
      if (draft) await setDraftPrinter(draft, id)
      made.current = draft ? back : `/printers/${id}`
    },
  })
  const made = useRef('')
  const { value: answers, fields, change } = form
  return (
    <form
      noValidate
      onSubmit={event =>
        void form.submit(event).then(done => {
          if (done) void navigate(made.current, { replace: true })
        })
      }
      className="mx-auto grid max-w-[1180px] grid-cols-[minmax(0,1fr)_340px] gap-8 px-6 py-5 max-tablet:grid-cols-1 max-tablet:px-3"
    >
      <div className="grid content-start gap-5">
        <PageHead
          title="A new printer"
          intro={
            <>
              Five questions. Everything else gets the usual values for such a printer, and can be changed later. Do you
              have its config, or its settings report? Then it can be{' '}
              <PageLink to="/printers/learn" className="text-heat underline">
                learned from its files
              </PageLink>
              .
            </>
          }
        />
        <Question number={1} title="What do you call it?">
          <TextField form={fields} path="name" name="Name" max={80} />
        </Question>
        <BedQuestion form={form} />
        <FirmwareQuestion form={form} />
        <Question number={4} title="How does it probe the bed?">
          <Radios name="probe" options={probes} value={answers.probe} onChange={probe => change({ probe })} />
        </Question>
        <Question number={5} title="How many tools does it have, and how hot can they get?">
          <ToolQuestions form={fields} />
          <div className="grid grid-cols-3 max-phone:grid-cols-2 gap-3">
            <NumberField form={fields} path="nozzleHighestC" name="Nozzle at most" unit="°C" />
            <NumberField form={fields} path="bedHighestC" name="Bed at most" unit="°C" />
          </div>
        </Question>
        {form.refusal && (
          <p role="alert" className="text-bad">
            {form.refusal}
          </p>
        )}
        <div className="flex items-center gap-3">
          <Button main type="submit">
            Make this printer
          </Button>
          {form.waited && form.changed && (
            <>
              <p className="text-control text-soft">Your answers from before are still here.</p>
              <Button small onClick={form.undo}>
                Begin anew
              </Button>
            </>
          )}
        </div>
        <OtherDrafts form={form} />
      </div>
      <div className="pt-16 max-tablet:pt-0">
        <BedPad printer={printerFrom(drawable(answers))} onChange={() => {}} />
      </div>
    </form>
  )
}

type QuestionProps = { form: Form<Answers> }

const BedQuestion = ({ form: { value: answers, fields, change } }: QuestionProps) => (
  <Question number={2} title="How large is the bed, and how high can it print?">
    <Radios
      name="shape"
      options={shapes}
      value={answers.round ? 'round' : 'square'}
      onChange={shape => {
        const round = shape === 'round'
        change({ round, origin: round ? 'middle' : 'corner' })
      }}
    />
    <div className="grid grid-cols-3 max-phone:grid-cols-2 gap-3">
      <NumberField form={fields} path="widthMm" name={answers.round ? 'Diameter' : 'Width'} unit="mm" />
      {!answers.round && <NumberField form={fields} path="depthMm" name="Depth" unit="mm" />}
      <NumberField form={fields} path="heightMm" name="Height" unit="mm" />
    </div>
    <Radios name="origin" options={origins} value={answers.origin} onChange={origin => change({ origin })} />
  </Question>
)

const FirmwareQuestion = ({ form: { value: answers, fields, change } }: QuestionProps) => (
  <Question number={3} title="What runs it, and what moves?">
    <div className="grid grid-cols-2 gap-2 max-phone:grid-cols-1">
      {familyOptions.map(({ value, label, about }) => (
        <label
          key={value}
          className={`flex gap-2 rounded-button border px-3 py-2 ${answers.family === value ? 'border-heat bg-raised' : 'border-rule'}`}
        >
          <input type="radio" value={value} {...fields.register('family')} className="mt-0.5" />
          <span>
            <b>{label}</b>
            <span className="block text-small text-soft">{about}</span>
          </span>
        </label>
      ))}
    </div>
    <Radios
      name="bed"
      options={carriers}
      value={answers.bedCarriedOn}
      onChange={bedCarriedOn => change({ bedCarriedOn })}
    />
    <label className="flex items-center gap-2">
      <input type="checkbox" {...fields.register('alignsGantry')} />
      Its gantry levels itself, with a motor at each end or corner
    </label>
  </Question>
)

const Question = ({ number, title, children }: { number: number; title: string; children: ReactNode }) => (
  <fieldset className="grid gap-2">
    <legend className="font-serif text-heading font-semibold">
      {number}. {title}
    </legend>
    {children}
  </fieldset>
)
