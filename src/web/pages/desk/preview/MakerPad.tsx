// The parameters of a maker as a form. Every change is made, rehearsed and drawn at once, with its result below.
import { useId } from 'react'
import { area, duration, mm, plain } from '../../../../core/format.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { stageOf } from '../../../../core/round.ts'
import type { EditRequest } from '../../../../core/script/edits/edit.ts'
import {
  fromTheBeginning,
  isShown,
  type Parameter,
  standards,
  type Text,
} from '../../../../core/script/makers/maker.ts'
import { makers } from '../../../../core/script/makers/makers.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { type Preview, propose } from '../../../state/preview.ts'
import { Button } from '../../../ui/Button.tsx'
import { Swatches } from '../../../ui/Swatches.tsx'
import { NumberField } from './NumberField.tsx'

type Make = Extract<EditRequest, { do: 'make' }>
type Props = { request: Make; setting: RehearsalInput; preview: Preview | null }

export function MakerPad({ request, setting, preview }: Props) {
  const maker = makers.find(({ name }) => name === request.maker)
  if (!maker) return null
  const surroundings = fromTheBeginning(stageOf(setting))
  const parameters = maker.parameters(surroundings)
  const values = { ...standards(parameters), ...request.values }
  const set = (parameter: Parameter, value: string | number) =>
    void propose({ ...request, values: { ...values, [parameter.name]: value } })
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-control">
        {parameters
          .filter(parameter => isShown(parameter, values))
          .map(parameter => (
            <Field
              key={parameter.label}
              parameter={parameter}
              value={values[parameter.name] ?? ''}
              onChange={value => set(parameter, value)}
            />
          ))}
      </div>
      {maker.swatches && <Swatches blends={maker.swatches(values, surroundings)} />}
      {preview?.round && <p className="mt-1.5 text-control">{describeOutcome(preview.round, request)}</p>}
      {preview?.note && <p className="mt-1 text-control text-warn">{preview.note}</p>}
    </div>
  )
}

type FieldProps = { parameter: Parameter; value: string | number; onChange: (value: string | number) => void }

function Field({ parameter, value, onChange }: FieldProps) {
  const { label } = parameter
  if (parameter.kind === 'number')
    return (
      <NumberField name={label} unit={parameter.unit} step={parameter.step} value={Number(value)} onChange={onChange} />
    )
  if (parameter.kind === 'text') return <Words parameter={parameter} value={String(value)} onChange={onChange} />
  return (
    <fieldset className="flex flex-wrap items-center gap-1">
      <legend className="float-left mr-1 font-semibold">{label}</legend>
      {parameter.options.map(option => (
        <Button
          small
          key={option}
          aria-pressed={value === option}
          className={value === option ? 'border-ink font-semibold' : ''}
          onClick={() => onChange(option)}
        >
          {option.replaceAll('-', ' ')}
        </Button>
      ))}
    </fieldset>
  )
}

/** A text parameter. Spaces are removed, because markers can't contain them. */
function Words({ parameter, value, onChange }: { parameter: Text; value: string; onChange: (value: string) => void }) {
  const id = useId()
  return (
    <div className="flex items-center gap-1.5">
      <label htmlFor={id} className="font-semibold">
        {parameter.label}
      </label>
      <input
        id={id}
        value={value}
        title={parameter.shape}
        onChange={event => onChange(event.target.value.replace(/\s/g, ''))}
        className="w-56 rounded-button border border-rule bg-paper px-2 py-0.5 font-mono text-small"
      />
    </div>
  )
}

/** The result of the passage on the simulated printer: its length, bead, filament and time. */
function describeOutcome(round: DeskRound, { maker, at }: Make): string {
  const passage = round.passages.findLast(({ made, headingLine }) => made?.maker === maker && (headingLine ?? 0) <= at)
  if (!passage) return ''
  const strokes = round.strokes.filter(({ line }) => line >= passage.firstLine && line <= passage.lastLine)
  const laid = strokes.reduce((sum, { lengthMm }) => sum + lengthMm, 0)
  const thickest = Math.max(...strokes.map(({ crossSectionMm2 }) => crossSectionMm2))
  const grams =
    passage.extrudedMm * (round.filament.extrudedMm > 0 ? round.filament.massG / round.filament.extrudedMm : 0)
  const parts = [
    strokes.length > 0 && `lays ${mm(laid, 1)}, bead ${area(thickest)}`,
    passage.extrudedMm > 0 && `extrudes ${mm(passage.extrudedMm, 1)} of filament, ${plain(grams, 3)} g`,
    passage.endS - passage.startS >= 0.05 && `takes ${duration(passage.endS - passage.startS)}`,
  ]
  const sentence = parts.filter(Boolean).join(' · ')
  return sentence && `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}.`
}
