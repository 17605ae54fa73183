// The tools of a job: how many, which one prints first, and the material of each.
import type { UseFormReturn } from 'react-hook-form'
import type { Job } from '../../../core/model/job.ts'
import type { Material } from '../../../core/model/material.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { Choice } from '../../ui/Choice.tsx'

type Props = { form: UseFormReturn<Job>; job: Job; printer: Printer; materials: readonly Material[] }

export function ToolsFields({ form, job: { materials: tools, firstTool }, printer, materials }: Props) {
  const max = Math.max(printer.tools.length, tools.length, firstTool + 1)
  const setTools = (now: string[]) => form.setValue('materials', now)
  return (
    <>
      <div className="grid grid-cols-4 max-phone:grid-cols-2 items-end gap-3">
        <Choice
          name="Tools used"
          value={String(tools.length)}
          options={Array.from({ length: max }, (_, i) => ({
            value: String(i + 1),
            label: i === 0 ? 'one tool' : `T0 to T${i}`,
          }))}
          onChange={count => {
            const wanted = Number(count)
            setTools(Array.from({ length: wanted }, (_, i) => tools[i] ?? materials[0]?.name ?? ''))
            if (wanted > 1) form.setValue('firstTool', Math.min(firstTool, wanted - 1))
          }}
        />
        <Choice
          name={tools.length === 1 ? 'Which' : 'Begins with'}
          value={String(firstTool)}
          options={Array.from({ length: tools.length === 1 ? max : tools.length }, (_, i) => ({
            value: String(i),
            label: `T${i}`,
          }))}
          onChange={tool => form.setValue('firstTool', Number(tool))}
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
            onChange={value => setTools(tools.map((each, i) => (i === tool ? value : each)))}
          />
        ))}
      </div>
    </>
  )
}
