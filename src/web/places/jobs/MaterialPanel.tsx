// A material's form.
import { useState } from 'react'
import { Material } from '../../../core/model/material.ts'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { Panel } from '../../parts/Panel.tsx'
import { useKeeping } from '../../parts/useKeeping.ts'
import { api, type Kept } from '../../state/api.ts'
import { FormEnd } from './FormEnd.tsx'
import { NumberIn } from './NumberIn.tsx'

type Numbers = Exclude<keyof Material, 'name'>

const fields: [Numbers, string, string, number][] = [
  ['nozzleC', 'Nozzle, first layer', '°C', 1],
  ['nozzleLaterC', 'Nozzle, later', '°C', 1],
  ['bedC', 'Bed, first layer', '°C', 1],
  ['bedLaterC', 'Bed, later', '°C', 1],
  ['oozeSafeC', 'Oozes above', '°C', 1],
  ['chamberC', 'Chamber', '°C, 0 for no matter', 1],
  ['soakMin', 'Bed settles for', 'min', 0.5],
  ['flowFactor', 'Flow factor', '', 0.01],
  ['densityGCm3', 'Density', 'g/cm³', 0.01],
  ['pricePerKg', 'Price', 'a kg', 0.5],
]

const fresh: Omit<Material, 'name'> = {
  nozzleC: 205,
  nozzleLaterC: 200,
  bedC: 60,
  bedLaterC: 55,
  chamberC: 0,
  oozeSafeC: 160,
  soakMin: 0,
  flowFactor: 1,
  densityGCm3: 1.24,
  pricePerKg: 22,
}

type Props = { kept: Kept<Material> | null; onDone: () => void; onClose: () => void }

export function MaterialPanel({ kept, onDone, onClose }: Props) {
  const [name, setName] = useState(kept?.data.name ?? '')
  const [numbers, setNumbers] = useState<Record<Numbers, string>>(() => {
    const from = kept?.data ?? fresh
    return Object.fromEntries(fields.map(([key]) => [key, String(from[key])])) as Record<Numbers, string>
  })
  const { refusal, keep, remove } = useKeeping(Material, onDone)
  const save = () => {
    const filled = Object.fromEntries(
      fields.map(([key]) => [key, numbers[key] === '' ? undefined : Number(numbers[key])]),
    )
    return keep({ name, ...filled }, thing => (kept ? api.changeMaterial(kept.id, thing) : api.addMaterial(thing)))
  }
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title={kept ? kept.data.name : 'New material'}
      about="The temperatures that you print it at, and what it weighs and costs. Scripts with values follow them."
    >
      <form
        noValidate
        onSubmit={event => {
          event.preventDefault()
          void save()
        }}
      >
        <Field name="Name">
          {id => <input id={id} value={name} onChange={event => setName(event.target.value)} className={fieldLook} />}
        </Field>
        <div className="mt-3 grid grid-cols-4 gap-3">
          {fields.map(([key, label, unit, step]) => (
            <NumberIn
              key={key}
              name={label}
              unit={unit}
              step={step}
              value={numbers[key]}
              onChange={value => setNumbers(before => ({ ...before, [key]: value }))}
            />
          ))}
        </div>
        <FormEnd
          refusal={refusal}
          onRemove={kept && (() => void remove(() => api.removeMaterial(kept.id)))}
          onClose={onClose}
        />
      </form>
    </Panel>
  )
}
