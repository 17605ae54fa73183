// The choices of the rehearsal: printer, moment, job and material.
import { memo } from 'react'
import { Moment, momentFacts } from '../../../../core/model/moment.ts'
import type { Things } from '../../../state/api.ts'
import { choose } from '../../../state/desk-changes.ts'
import { type Chosen, materialFor } from '../../../state/rehearsal-input.ts'
import { Choice, printerOption } from '../../../ui/Choice.tsx'

export const DeskChoices = memo(function DeskChoices({ chosen, things }: { chosen: Chosen; things: Things }) {
  const materials = things.materials.map(({ data }) => data)
  return (
    <>
      {!chosen.opened && (
        <Choice
          name="Printer"
          value={String(chosen.printerId)}
          options={things.printers.map(({ id, data }) => printerOption(id, data))}
          onChange={value => choose({ printerId: Number(value) })}
        />
      )}
      <Choice
        name="When"
        value={chosen.moment}
        options={Moment.options.map(moment => ({ value: moment, label: momentFacts[moment].when }))}
        onChange={value => choose({ moment: value as Moment })}
      />
      <Divider />
      <Choice
        name="Rehearsed for"
        value={chosen.jobName}
        options={things.jobs.map(({ data }) => ({ value: data.name, label: data.name, about: data.about }))}
        onChange={jobName => {
          const job = things.jobs.find(({ data }) => data.name === jobName)?.data
          choose({ jobName, materialName: materialFor(job, materials) })
        }}
      />
      <Choice
        name="Material"
        value={chosen.materialName}
        options={materials.map(({ name, nozzleC, bedC, oozeSafeC }) => ({
          value: name,
          label: name,
          about: `nozzle ${nozzleC} °C, bed ${bedC} °C, oozes above ${oozeSafeC} °C`,
        }))}
        onChange={materialName => choose({ materialName })}
      />
    </>
  )
})

export const Divider = () => <span aria-hidden className="h-7 w-px shrink-0 bg-rule" />
