// The form of a job: its area on the bed, its height, and the material of each tool.
import { useState } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import { areaOn, Job, nothingBetween, towerOf } from '../../../core/model/job.ts'
import type { Material } from '../../../core/model/material.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { misfit } from '../../../core/runs/fits.ts'
import { useForm } from '../../lib/useForm.ts'
import { useLastValid } from '../../lib/useLastValid.ts'
import { api, type Saved } from '../../state/api.ts'
import { Choice } from '../../ui/Choice.tsx'
import { EarlierPanel } from '../../ui/EarlierPanel.tsx'
import { FormEnd } from '../../ui/FormEnd.tsx'
import { NumberField } from '../../ui/NumberField.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { AreaFields, rounded } from './AreaFields.tsx'
import { AreaPad } from './AreaPad.tsx'
import { ChangesFields } from './ChangesFields.tsx'
import { PurgeFields } from './PurgeFields.tsx'
import { StopsFields } from './StopsFields.tsx'
import { ToolsFields } from './ToolsFields.tsx'
import { TowerFields } from './TowerFields.tsx'

type Props = {
  kept: Saved<Job> | null
  begin: Job | null
  note: string | null
  printer: Printer
  materials: readonly Material[]
  onClose: () => void
}

const freshJob = (material: string): Job => ({
  name: '',
  about: '',
  materials: [material],
  firstTool: 0,
  area: { kind: 'centred', widthMm: 40, depthMm: 40 },
  top: { kind: 'height', mm: 20 },
  firstLayerMm: 0.2,
  layerMm: 0.2,
  tower: null,
  takes: null,
  ...nothingBetween,
})

export function JobPanel({ kept, begin, note, printer, materials, onClose }: Props) {
  const [earlier, setEarlier] = useState(false)
  const form = useForm<Job>({
    key: kept ? `job ${kept.id}` : begin ? `job from ${begin.name}` : 'new job',
    schema: Job,
    saved: kept?.data ?? begin ?? freshJob(materials[0]?.name ?? ''),
    send: job => (kept ? api.changeJob(kept.id, job) : api.addJob(job)),
  })
  const { fields, value: job } = form
  const { area, top, takes } = job
  const rectangle = areaOn(job, printer)
  const drawn = useLastValid({ area: rectangle, tower: towerOf(job) })
  const odd = misfit(job, printer)
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title={kept ? kept.data.name : 'New job'}
      about={`What is about to be printed, drawn on ${printer.name}. A position relative to the bed (in the middle, the whole bed) suits every printer.`}
    >
      <form
        noValidate
        onSubmit={event => void form.submit(event).then(done => done && onClose())}
        className="grid grid-cols-[minmax(0,1fr)_260px] gap-5 max-phone:grid-cols-1"
      >
        <div className="grid content-start gap-3">
          <div className="grid grid-cols-2 max-phone:grid-cols-1 gap-3">
            <TextField form={fields} path="name" name="Name" />
            <TextField form={fields} path="about" name="What it is" />
          </div>
          <AreaFields form={fields} area={area} rectangle={rectangle} />
          <HeightFields form={fields} top={top} />
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={takes !== null}
              onChange={event => fields.setValue('takes', event.target.checked ? { minutes: 60, grams: 10 } : null)}
            />
            I know its printing time and weight
          </label>
          {takes && (
            <div className="grid grid-cols-4 max-phone:grid-cols-2 items-end gap-3">
              <NumberField form={fields} path="takes.minutes" name="Takes" unit="min" />
              <NumberField form={fields} path="takes.grams" name="Weighs" unit="g" />
            </div>
          )}
          <ToolsFields form={fields} job={job} printer={printer} materials={materials} />
          <ChangesFields form={fields} job={job} printer={printer} />
          <TowerFields form={fields} tower={job.tower} beside={rectangle} />
          <PurgeFields form={fields} job={job} printer={printer} />
          <StopsFields form={fields} job={job} printer={printer} />
        </div>
        <AreaPad
          printer={printer}
          {...drawn}
          onChange={moved => fields.setValue('area', { kind: 'at', ...rounded(moved) })}
        />
        <div className="col-span-2 max-phone:col-span-1">
          {note && <p className="text-warn">{note}</p>}
          {odd && <p className="text-warn">{odd}</p>}
          <FormEnd
            form={form}
            kept={kept && { name: kept.data.name, remove: () => api.removeJob(kept.id) }}
            onEarlier={kept && (() => setEarlier(true))}
            onClose={onClose}
          />
        </div>
      </form>
      {earlier && kept && (
        <EarlierPanel
          name={kept.data.name}
          listOf={`job ${kept.id}`}
          now={job}
          fetch={() => api.earlierJobs(kept.id)}
          onTake={before => fields.reset(before)}
          onClose={() => setEarlier(false)}
        />
      )}
    </Panel>
  )
}

function HeightFields({ form, top }: { form: UseFormReturn<Job>; top: Job['top'] }) {
  return (
    <div className="grid grid-cols-4 max-phone:grid-cols-2 items-end gap-3">
      <Choice
        name="How high"
        value={top.kind}
        options={[
          { value: 'height', label: 'a height' },
          { value: 'below-reach', label: 'below the top', about: 'as high as each printer goes' },
        ]}
        onChange={kind => form.setValue('top', kind === 'height' ? { kind, mm: 20 } : { kind: 'below-reach', mm: 5 })}
      />
      <NumberField form={form} path="top.mm" name={top.kind === 'height' ? 'Height' : 'Below the top'} unit="mm" />
      <NumberField form={form} path="firstLayerMm" name="First layer" unit="mm" step={0.05} />
      <NumberField form={form} path="layerMm" name="Layers" unit="mm" step={0.05} />
    </div>
  )
}
