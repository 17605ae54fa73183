// The area of a job on the bed: how it is chosen, and its measures.
import type { UseFormReturn } from 'react-hook-form'
import type { Job, Rectangle } from '../../../core/model/job.ts'
import { Choice } from '../../ui/Choice.tsx'
import { NumberField } from '../../ui/NumberField.tsx'

export const rounded = ({ left, right, front, back }: Rectangle): Rectangle => ({
  left: Math.round(left),
  right: Math.round(right),
  front: Math.round(front),
  back: Math.round(back),
})

const sides = ['left', 'right', 'front', 'back'] as const

type Props = {
  form: UseFormReturn<Job>
  area: Job['area']
  /** The area on the bed of the printer that is drawn, mm. */
  rectangle: Rectangle
}

export const AreaFields = ({ form, area, rectangle }: Props) => (
  <>
    <Choice
      name="Where on the bed"
      value={area.kind}
      options={[
        { value: 'centred', label: 'in the middle', about: 'so wide and deep, on any bed' },
        { value: 'whole-bed', label: 'the whole bed', about: 'but for a margin' },
        { value: 'at', label: 'at a place', about: 'dragged on the picture, or typed' },
      ]}
      onChange={kind =>
        form.setValue(
          'area',
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
    <div className="grid grid-cols-4 max-phone:grid-cols-2 gap-3">
      {area.kind === 'centred' && (
        <>
          <NumberField form={form} path="area.widthMm" name="Width" unit="mm" />
          <NumberField form={form} path="area.depthMm" name="Depth" unit="mm" />
        </>
      )}
      {area.kind === 'whole-bed' && <NumberField form={form} path="area.marginMm" name="Margin" unit="mm" />}
      {area.kind === 'at' &&
        sides.map(side => (
          <NumberField
            key={side}
            form={form}
            path={`area.${side}`}
            name={side.charAt(0).toUpperCase() + side.slice(1)}
            unit="mm"
          />
        ))}
    </div>
  </>
)
