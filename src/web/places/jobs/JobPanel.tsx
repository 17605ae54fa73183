// A job's form: where it stands on the bed, how high it is, and what each tool prints with.
import { useState } from 'react'
import { areaOn, Job, type Rectangle, towerOf } from '../../../core/model/job.ts'
import type { Material } from '../../../core/model/material.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { misfit } from '../../../core/runs/many.ts'
import { Choice } from '../../parts/Choice.tsx'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { Panel } from '../../parts/Panel.tsx'
import { useKeeping } from '../../parts/useKeeping.ts'
import { api, type Kept } from '../../state/api.ts'
import { AreaPad } from './AreaPad.tsx'
import { FormEnd } from './FormEnd.tsx'
import { NumberIn } from './NumberIn.tsx'
import { TowerFields } from './TowerFields.tsx'

type Props = {
  kept: Kept<Job> | null
  begin: Job | null
  note: string | null
  printer: Printer
  materials: readonly Material[]
  onDone: () => void
  onClose: () => void
}

const rounded = ({ left, right, front, back }: Rectangle): Rectangle => ({
  left: Math.round(left),
  right: Math.round(right),
  front: Math.round(front),
  back: Math.round(back),
})

export function JobPanel({ kept, begin, note, printer, materials, onDone, onClose }: Props) {
  const before = kept?.data ?? begin ?? undefined
  const [name, setName] = useState(before?.name ?? '')
  const [about, setAbout] = useState(before?.about ?? '')
  const [area, setArea] = useState<Job['area']>(before?.area ?? { kind: 'centred', widthMm: 40, depthMm: 40 })
  const [top, setTop] = useState<Job['top']>(before?.top ?? { kind: 'height', mm: 20 })
  const [numbers, setNumbers] = useState({
    firstLayerMm: String(before?.firstLayerMm ?? 0.2),
    layerMm: String(before?.layerMm ?? 0.2),
    minutes: String(before?.takes?.minutes ?? ''),
    grams: String(before?.takes?.grams ?? ''),
  })
  const [tools, setTools] = useState<string[]>(before?.materials ?? [materials[0]?.name ?? ''])
  const [firstTool, setFirstTool] = useState(before?.firstTool ?? 0)
  const [tower, setTower] = useState<Job['tower']>(before?.tower ?? null)
  const { refusal, keep, remove } = useKeeping(Job, onDone)

  const { minutes, grams } = numbers
  const job = {
    ...before,
    name: name || 'new job',
    about,
    area,
    top,
    materials: tools,
    firstTool,
    firstLayerMm: Number(numbers.firstLayerMm),
    layerMm: Number(numbers.layerMm),
    tower,
    takes: minutes === '' || grams === '' ? null : { minutes: Number(minutes), grams: Number(grams) },
  } satisfies Job
  const rectangle = areaOn(job, printer)
  const odd = misfit(job, printer)
  const most = Math.max(printer.tools.length, tools.length, firstTool + 1)
  const fieldsFor = (key: keyof typeof numbers, label: string, unit: string, step: number) => (
    <NumberIn
      name={label}
      unit={unit}
      step={step}
      value={numbers[key]}
      onChange={value => setNumbers(now => ({ ...now, [key]: value }))}
    />
  )
  return (
    <Panel
      open
      wide
      onClose={onClose}
      title={kept ? kept.data.name : 'New job'}
      about={`What is about to be printed, drawn on ${printer.name}. A place that is said by the bed (in the middle, the whole bed) suits every printer.`}
    >
      <form
        noValidate
        onSubmit={event => {
          event.preventDefault()
          void keep({ ...job, name }, thing => (kept ? api.changeJob(kept.id, thing) : api.addJob(thing)))
        }}
        className="grid grid-cols-[minmax(0,1fr)_260px] gap-5"
      >
        <div className="grid content-start gap-3">
          <div className="grid grid-cols-2 gap-3">
            <Field name="Name">
              {id => (
                <input id={id} value={name} onChange={event => setName(event.target.value)} className={fieldLook} />
              )}
            </Field>
            <Field name="What it is">
              {id => (
                <input id={id} value={about} onChange={event => setAbout(event.target.value)} className={fieldLook} />
              )}
            </Field>
          </div>
          <Choice
            name="Where on the bed"
            value={area.kind}
            options={[
              { value: 'centred', label: 'in the middle', about: 'so wide and deep, on any bed' },
              { value: 'whole-bed', label: 'the whole bed', about: 'but for a margin' },
              { value: 'at', label: 'at a place', about: 'dragged on the picture, or typed' },
            ]}
            onChange={kind =>
              setArea(
                kind === 'centred'
                  ? {
                      kind,
                      widthMm: Math.round(rectangle.right - rectangle.left),
                      depthMm: Math.round(rectangle.back - rectangle.front),
                    }
                  : kind === 'whole-bed'
                    ? { kind, marginMm: 6 }
                    : { kind: 'at', ...rounded(rectangle) },
              )
            }
          />
          <div className="grid grid-cols-4 gap-3">
            {area.kind === 'centred' && (
              <>
                <NumberIn
                  name="Width"
                  unit="mm"
                  value={String(area.widthMm)}
                  onChange={value => setArea({ ...area, widthMm: Number(value) })}
                />
                <NumberIn
                  name="Depth"
                  unit="mm"
                  value={String(area.depthMm)}
                  onChange={value => setArea({ ...area, depthMm: Number(value) })}
                />
              </>
            )}
            {area.kind === 'whole-bed' && (
              <NumberIn
                name="Margin"
                unit="mm"
                value={String(area.marginMm)}
                onChange={value => setArea({ ...area, marginMm: Number(value) })}
              />
            )}
            {area.kind === 'at' &&
              (['left', 'right', 'front', 'back'] as const).map(side => (
                <NumberIn
                  key={side}
                  name={side.charAt(0).toUpperCase() + side.slice(1)}
                  unit="mm"
                  value={String(area[side])}
                  onChange={value => setArea({ ...area, [side]: Number(value) })}
                />
              ))}
          </div>
          <div className="grid grid-cols-4 items-end gap-3">
            <Choice
              name="How high"
              value={top.kind}
              options={[
                { value: 'height', label: 'a height' },
                { value: 'below-reach', label: 'below the top', about: 'of whatever machine' },
              ]}
              onChange={kind => setTop(kind === 'height' ? { kind, mm: 20 } : { kind: 'below-reach', mm: 5 })}
            />
            <NumberIn
              name={top.kind === 'height' ? 'Height' : 'So far below'}
              unit="mm"
              value={String(top.mm)}
              onChange={value => setTop({ ...top, mm: Number(value) })}
            />
            {fieldsFor('firstLayerMm', 'First layer', 'mm', 0.05)}
            {fieldsFor('layerMm', 'Layers', 'mm', 0.05)}
          </div>
          <div className="grid grid-cols-4 items-end gap-3">
            {fieldsFor('minutes', 'Takes', 'min', 1)}
            {fieldsFor('grams', 'Weighs', 'g', 0.1)}
            <Choice
              name="Tools used"
              value={String(tools.length)}
              options={Array.from({ length: most }, (_, i) => ({
                value: String(i + 1),
                label: i === 0 ? 'one tool' : `T0 to T${i}`,
              }))}
              onChange={count => {
                const wanted = Number(count)
                setTools(now => Array.from({ length: wanted }, (_, i) => now[i] ?? materials[0]?.name ?? ''))
                if (wanted > 1) setFirstTool(tool => Math.min(tool, wanted - 1))
              }}
            />
            <Choice
              name={tools.length === 1 ? 'Which' : 'Begins with'}
              value={String(firstTool)}
              options={Array.from({ length: tools.length === 1 ? most : tools.length }, (_, i) => ({
                value: String(i),
                label: `T${i}`,
              }))}
              onChange={tool => setFirstTool(Number(tool))}
            />
          </div>
          <div className="flex flex-wrap gap-6">
            {tools.map((material, tool) => (
              <Choice
                // biome-ignore lint/suspicious/noArrayIndexKey: a tool is its number
                key={tool}
                name={tools.length === 1 ? 'Material' : `Material of T${tool}`}
                value={material}
                options={materials.map(each => ({
                  value: each.name,
                  label: each.name,
                  about: `nozzle ${each.nozzleC} °C, bed ${each.bedC} °C`,
                }))}
                onChange={value => setTools(now => now.map((each, i) => (i === tool ? value : each)))}
              />
            ))}
          </div>
          <TowerFields tower={tower} beside={rectangle} onChange={setTower} />
        </div>
        <AreaPad
          printer={printer}
          area={rectangle}
          tower={towerOf(job)}
          onChange={moved => setArea({ kind: 'at', ...rounded(moved) })}
        />
        <div className="col-span-2">
          {note && <p className="text-warn">{note}</p>}
          {odd && <p className="text-warn">{odd}</p>}
          <FormEnd
            refusal={refusal}
            onRemove={kept && (() => void remove(() => api.removeJob(kept.id)))}
            onClose={onClose}
          />
        </div>
      </form>
    </Panel>
  )
}
