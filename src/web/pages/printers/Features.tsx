// The features of a printer: a probe, a chamber, a display; others by name.
import type { Printer } from '../../../core/model/printer.ts'
import { Field, fieldLook } from '../../ui/Field.tsx'
import { sourceOf, wordsOfSource } from './sources.ts'

/** The source of a field, in brackets. */
const words = (printer: Printer, path: string): string => {
  const source = sourceOf(printer, path)
  return source ? ` (${wordsOfSource(source)})` : ''
}

export function Features({ printer, onChange }: { printer: Printer; onChange: (part: Partial<Printer>) => void }) {
  const { probe, heaters, display, features } = printer
  return (
    <fieldset className="border-t border-rule pt-2">
      <legend className="pr-3 font-serif text-heading font-semibold">What it has</legend>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        <Has
          name="a probe"
          has={probe !== null}
          onChange={has =>
            onChange({
              probe: has
                ? {
                    kind: 'touch',
                    offset: { x: 0, y: 0 },
                    grid: { x: 5, y: 5 },
                    insetMm: 20,
                    secondsPerPoint: 2.5,
                    dip: null,
                  }
                : null,
            })
          }
        />
        <Has
          name="a chamber"
          has={heaters.chamber !== null}
          onChange={has =>
            onChange({
              heaters: {
                ...heaters,
                chamber: has
                  ? { highestC: 60, secondsTo40: 900, secondsCooling40To30: 900, heated: true, bedShare: 0.25 }
                  : null,
              },
            })
          }
        />
        <Has
          name="a display"
          has={display !== null}
          onChange={has => onChange({ display: has ? { columns: 20 } : null })}
        />
      </div>
      <Field
        name={`Other features${words(printer, 'features')}`}
        hint="words that a script may ask for, as in “has lights”; commas between"
      >
        {id => (
          <input
            id={id}
            key={features.join()}
            defaultValue={features.join(', ')}
            onBlur={event =>
              onChange({
                features: event.target.value
                  .split(/[\s,]+/)
                  .filter(Boolean)
                  .map(word => word.toLowerCase()),
              })
            }
            className={fieldLook}
          />
        )}
      </Field>
    </fieldset>
  )
}

const Has = ({ name, has, onChange }: { name: string; has: boolean; onChange: (has: boolean) => void }) => (
  <label className="flex items-center gap-2">
    <input type="checkbox" checked={has} onChange={event => onChange(event.target.checked)} />
    {name}
  </label>
)
