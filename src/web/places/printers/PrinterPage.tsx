// A printer: everything that is known of it, its bed drawn as it is entered, and what a change does to its scripts.
import { Copy, Download } from 'lucide-react'
import { useCallback, useEffect, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import type { SavedScript } from '../../../core/model/kept.ts'
import { Printer } from '../../../core/model/printer.ts'
import { Button } from '../../parts/Button.tsx'
import { EffectCard, scriptsFor } from '../../parts/EffectCard.tsx'
import { Field, fieldLook } from '../../parts/Field.tsx'
import { useKeeping } from '../../parts/useKeeping.ts'
import { api, type Things } from '../../state/api.ts'
import { BedPad } from './BedPad.tsx'
import { at, type FieldSpec, sectionsOf, withAt } from './fields.ts'
import { PlacesForm } from './PlacesForm.tsx'

export function PrinterPage() {
  const { id = '' } = useParams()
  return <OldPrinter key={id} id={id} />
}

type Loaded = { things: Things; scripts: SavedScript[]; printer: Printer }

function OldPrinter({ id }: { id: string }) {
  const navigate = useNavigate()
  const [loaded, setLoaded] = useState<Loaded | null>(null)
  const [printer, setPrinter] = useState<Printer | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [said, setSaid] = useState('')
  const [asking, setAsking] = useState(false)
  const load = useCallback(async () => {
    try {
      const { things, scripts } = await scriptsFor(Number(id))
      const found = things.printers.find(each => String(each.id) === id)
      if (!found) return setProblem(`There is no printer ${id}.`)
      setLoaded({ things, scripts, printer: found.data })
      setPrinter(found.data)
      document.title = `${found.data.name} · Warm Prelude`
    } catch (error) {
      setProblem((error as Error).message)
    }
  }, [id])
  useEffect(() => {
    void load()
  }, [load])
  const { refusal, keep, remove } = useKeeping(Printer, () => {
    setSaid('Saved')
    void load()
  })
  if (problem)
    return (
      <p role="alert" className="m-6 rounded-card border border-bad bg-raised p-4">
        {problem}
      </p>
    )
  if (!loaded || !printer) return <p className="p-6 text-soft">Taking the printer from the shelf…</p>
  const changed = JSON.stringify(printer) !== JSON.stringify(loaded.printer)
  const set = (path: string, value: unknown) => {
    setSaid('')
    setPrinter(withAt(printer, path, value))
  }
  const copy = async () => {
    const names = loaded.things.printers.map(({ data }) => data.name)
    let name = `${loaded.printer.name}, a copy`
    for (let i = 2; names.includes(name); i++) name = `${loaded.printer.name}, copy ${i}`
    try {
      const made = await api.addPrinter({ ...loaded.printer, name })
      await navigate(`/printers/${made.id}`)
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return (
    <form
      noValidate
      onSubmit={event => {
        event.preventDefault()
        void keep(printer, thing => api.changePrinter(Number(id), thing))
      }}
      className="mx-auto max-w-[1320px] px-6 py-5"
    >
      <div className="sticky top-0 z-10 flex items-end gap-3 bg-paper pb-3">
        <div className="min-w-0 flex-1">
          <h1 className="truncate font-serif text-[27px] font-semibold">{loaded.printer.name}</h1>
          <p className="truncate text-soft" role="status">
            {said || (changed ? 'Changed, not saved' : loaded.printer.about)}
          </p>
        </div>
        {asking ? (
          <Button onClick={() => void remove(() => api.removePrinter(Number(id)).then(() => navigate('/')))}>
            Really throw it away
          </Button>
        ) : (
          <Button onClick={() => setAsking(true)}>Throw away</Button>
        )}
        <Button onClick={() => void copy()}>
          <Copy size={15} aria-hidden /> Copy
        </Button>
        <a
          href={`/api/archive/printers/${id}`}
          download
          className="inline-flex items-center gap-1.5 rounded-button border border-rule bg-raised px-3.5 py-1.5 text-[14px] hover:border-soft"
        >
          <Download size={15} aria-hidden /> Export
        </a>
        {changed && <Button onClick={() => setPrinter(loaded.printer)}>Undo changes</Button>}
        <Button main type="submit" disabled={!changed}>
          Save
        </Button>
      </div>
      {refusal && (
        <p role="alert" className="mb-3 rounded-card border border-bad bg-raised px-4 py-2 text-bad">
          {refusal}
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,400px)] gap-6">
        <div className="grid content-start gap-5">
          {sectionsOf(printer).map(({ title, about, fields }) => (
            <fieldset key={title} className="border-t border-rule pt-2">
              <legend className="pr-3 font-serif text-[18px] font-semibold">{title}</legend>
              {about && <p className="mb-1 text-[14px] text-soft">{about}</p>}
              <div className="grid grid-cols-4 gap-x-4 gap-y-2">
                {fields.map(field => (
                  <OneField
                    key={field.path}
                    field={field}
                    value={at(printer, field.path)}
                    onChange={value => set(field.path, value)}
                  />
                ))}
              </div>
            </fieldset>
          ))}
          <Having printer={printer} onChange={part => setPrinter({ ...printer, ...part })} />
        </div>
        <div className="sticky top-20 grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-4 self-start">
          <BedPad printer={printer} onChange={part => setPrinter({ ...printer, ...part })} />
          <PlacesForm printer={printer} onChange={part => setPrinter({ ...printer, ...part })} />
          <EffectCard before={loaded.printer} after={printer} scripts={loaded.scripts} things={loaded.things} />
        </div>
      </div>
    </form>
  )
}

type OneProps = { field: FieldSpec; value: unknown; onChange: (value: unknown) => void }

function OneField({ field: { label, unit, kind, options }, value, onChange }: OneProps) {
  if (kind === 'yes')
    return (
      <label className="flex items-end gap-2 pb-1.5">
        <input
          type="checkbox"
          checked={Boolean(value)}
          onChange={event => onChange(event.target.checked)}
          className="mb-1"
        />
        {label}
      </label>
    )
  return (
    <div className={kind === 'text' || options ? 'col-span-2' : ''}>
      <Field name={label} {...(unit && { hint: unit })}>
        {id =>
          options ? (
            <select
              id={id}
              value={String(value)}
              onChange={event => onChange(event.target.value)}
              className={fieldLook}
            >
              {options.map(option => (
                <option key={option.value} value={option.value}>
                  {option.label}
                </option>
              ))}
            </select>
          ) : (
            <input
              id={id}
              type={kind === 'text' ? 'text' : 'number'}
              step="any"
              value={Number.isNaN(value) ? '' : String(value ?? '')}
              onChange={event => onChange(kind === 'text' ? event.target.value : event.target.valueAsNumber)}
              className={fieldLook}
            />
          )
        }
      </Field>
    </div>
  )
}

/** What a printer may have or not have: a probe, a chamber, a display; other features by name. */
function Having({ printer, onChange }: { printer: Printer; onChange: (part: Partial<Printer>) => void }) {
  const { probe, heaters, display, features } = printer
  return (
    <fieldset className="border-t border-rule pt-2">
      <legend className="pr-3 font-serif text-[18px] font-semibold">What it has</legend>
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
      <Field name="Other features" hint="words that a script may ask for, as in “has lights”; commas between">
        {id => (
          <input
            id={id}
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
