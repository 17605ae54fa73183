// A maker's parameters as a form; every change is made, rehearsed and drawn at once.

import { plain } from '../../../core/explain/words.ts'
import { familyOf } from '../../../core/firmware/families.ts'
import { beginning } from '../../../core/machine/state.ts'
import type { EditRequest } from '../../../core/runs/edit.ts'
import type { Setting } from '../../../core/runs/round.ts'
import { type Parameter, standards } from '../../../core/script/makers/maker.ts'
import { makerNamed } from '../../../core/script/makers/makers.ts'
import { Button } from '../../parts/Button.tsx'
import type { Open } from '../../state/desk.ts'
import { type Preview, propose } from '../../state/preview.ts'
import { NumberField } from './NumberField.tsx'

type Make = Extract<EditRequest, { do: 'make' }>

export function MakerPad({
  request,
  open,
  setting,
  preview,
}: {
  request: Make
  open: Open
  setting: Setting
  preview: Preview | null
}) {
  const maker = makerNamed(request.maker)
  if (!maker) return null
  const stage = { ...setting, firmware: familyOf(setting.printer) }
  const parameters = maker.parameters({ stage, modes: beginning(stage).modes })
  const values = { ...standards(parameters), ...request.values }
  const set = (parameter: Parameter, value: string | number) =>
    void propose({ ...request, values: { ...values, [parameter.name]: value } })
  const added = preview?.round && open.round ? preview.round.filament.pushedMm - open.round.filament.pushedMm : null
  const grams = preview?.round && open.round ? preview.round.filament.massG - open.round.filament.massG : 0
  return (
    <div className="py-1">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        {parameters.map(parameter =>
          parameter.kind === 'number' ? (
            <NumberField
              key={parameter.name}
              name={parameter.label}
              unit={parameter.unit}
              step={parameter.step}
              value={Number(values[parameter.name])}
              onChange={value => set(parameter, value)}
            />
          ) : (
            <div key={parameter.name} className="flex items-center gap-1">
              <span className="font-semibold">{parameter.label}</span>
              {parameter.options.map(option => (
                <Button
                  small
                  key={option}
                  aria-pressed={values[parameter.name] === option}
                  className={values[parameter.name] === option ? 'border-ink font-semibold' : ''}
                  onClick={() => set(parameter, option)}
                >
                  {option}
                </Button>
              ))}
            </div>
          ),
        )}
      </div>
      {added !== null && added !== 0 && (
        <p className="mt-1 text-[14px]">
          {added > 0 ? 'Pushes' : 'Pushes less by'} <b>{plain(Math.abs(added), 1)} mm</b> of filament,{' '}
          {plain(Math.abs(grams), 3)} g.
        </p>
      )}
    </div>
  )
}
