// The form of a material.
import { useState } from 'react'
import { Material } from '../../../core/model/material.ts'
import { useForm } from '../../lib/useForm.ts'
import { api, type Saved } from '../../state/api.ts'
import { EarlierPanel } from '../../ui/EarlierPanel.tsx'
import { FormEnd } from '../../ui/FormEnd.tsx'
import { NumberField } from '../../ui/NumberField.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { TextField } from '../../ui/TextField.tsx'

type Numbers = Exclude<keyof Material, 'name'>

const figures: [Numbers, string, string, number][] = [
  ['nozzleC', 'Nozzle, first layer', '°C', 1],
  ['nozzleLaterC', 'Nozzle, later', '°C', 1],
  ['bedC', 'Bed, first layer', '°C', 1],
  ['bedLaterC', 'Bed, later', '°C', 1],
  ['oozeSafeC', 'Oozes above', '°C', 1],
  ['chamberC', 'Chamber', '°C, 0 where it doesn’t matter', 1],
  ['soakMin', 'Heat soak', 'min', 0.5],
  ['flowFactor', 'Flow factor', '', 0.01],
  ['densityGCm3', 'Density', 'g/cm³', 0.01],
  ['pricePerKg', 'Price', 'a kg', 0.5],
]

const labels = new Map<string, string>(figures.map(([key, label]) => [key, label]))

const fresh: Material = {
  name: '',
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

type Props = { kept: Saved<Material> | null; onClose: () => void }

export function MaterialPanel({ kept, onClose }: Props) {
  const [earlier, setEarlier] = useState(false)
  const form = useForm<Material>({
    key: kept ? `material ${kept.id}` : 'new material',
    schema: Material,
    saved: kept?.data ?? fresh,
    send: material => (kept ? api.changeMaterial(kept.id, material) : api.addMaterial(material)),
  })
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title={kept ? kept.data.name : 'New material'}
      about="The temperatures that you print it at, and what it weighs and costs. Scripts with values follow them."
    >
      <form noValidate onSubmit={event => void form.submit(event).then(done => done && onClose())}>
        <TextField form={form.fields} path="name" name="Name" />
        <div className="mt-3 grid grid-cols-4 gap-3 max-phone:grid-cols-2">
          {figures.map(([key, label, unit, step]) => (
            <NumberField key={key} form={form.fields} path={key} name={label} unit={unit} step={step} />
          ))}
        </div>
        <FormEnd
          form={form}
          kept={kept && { name: kept.data.name, remove: () => api.removeMaterial(kept.id) }}
          onEarlier={kept && (() => setEarlier(true))}
          onClose={onClose}
        />
      </form>
      {earlier && kept && (
        <EarlierPanel
          name={kept.data.name}
          listOf={`material ${kept.id}`}
          now={form.value}
          fetch={() => api.earlierMaterials(kept.id)}
          labelOf={path => labels.get(path) ?? path}
          onTake={material => form.fields.reset(material)}
          onClose={() => setEarlier(false)}
        />
      )}
    </Panel>
  )
}
