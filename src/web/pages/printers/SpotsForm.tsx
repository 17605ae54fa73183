// The spots and keep-out zones of a printer as a form.
import { isDock, type Printer } from '../../../core/model/printer.ts'
import { Button } from '../../ui/Button.tsx'
import { Press } from '../../ui/Press.tsx'
import { sourceOf, wordsOfSource } from './sources.ts'

type Props = { printer: Printer; onChange: (part: Partial<Printer>) => void }

const cell = 'w-full rounded-button border border-rule bg-paper px-1 py-0.5 text-control [appearance:textfield]'

export function SpotsForm({ printer, onChange }: Props) {
  const { spots, zones, bed } = printer
  const setSpot = (index: number, part: Partial<Printer['spots'][number]>) =>
    onChange({ spots: spots.map((spot, i) => (i === index ? { ...spot, ...part } : spot)) })
  const setZone = (index: number, part: Partial<Printer['zones'][number]>) =>
    onChange({ zones: zones.map((zone, i) => (i === index ? { ...zone, ...part } : zone)) })
  const [middleX, back] = [Math.round((bed.x[0] + bed.x[1]) / 2), bed.y[1]]
  const from = sourceOf(printer, 'spots')
  const docks = spots.some(({ name }) => isDock(name))
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <Rows
        title="Spots"
        about={from ? wordsOfSource(from) : 'a bucket, a brush, a dock: scripts call them @bucket_x'}
        heads={['Name', 'X', 'Y', 'Z', ...(docks ? ['in from X', 'in from Y'] : [])]}
        add="Add a spot"
        onAdd={() => onChange({ spots: [...spots, { name: 'bucket', x: middleX, y: back, z: 5 }] })}
      >
        {spots.map((spot, i) => (
          <SpotRow
            // biome-ignore lint/suspicious/noArrayIndexKey: two entries may have the same name while they are edited
            key={i}
            number={i + 1}
            spot={spot}
            docks={docks}
            onChange={part => setSpot(i, part)}
            onRemove={() => onChange({ spots: spots.filter((_, at) => at !== i) })}
          />
        ))}
      </Rows>
      <Rows
        title="Keep-out zones"
        about="a clip, a camera: the head must not go through"
        heads={['Name', 'X from', 'to', 'Y from', 'to', 'High']}
        add="Add a zone"
        onAdd={() =>
          onChange({
            zones: [...zones, { name: 'clip', x: [middleX - 10, middleX + 10], y: [back - 8, back], highMm: 10 }],
          })
        }
      >
        {zones.map((zone, i) => (
          <ZoneRow
            // biome-ignore lint/suspicious/noArrayIndexKey: two entries may have the same name while they are edited
            key={i}
            number={i + 1}
            zone={zone}
            onChange={part => setZone(i, part)}
            onRemove={() => onChange({ zones: zones.filter((_, at) => at !== i) })}
          />
        ))}
      </Rows>
    </div>
  )
}

type SpotProps = {
  number: number
  spot: Printer['spots'][number]
  /** Whether the table has columns for the position from which a dock is entered. */
  docks: boolean
  onChange: (part: Partial<Printer['spots'][number]>) => void
  onRemove: () => void
}

const SpotRow = ({ number, spot, docks, onChange, onRemove }: SpotProps) => (
  <tr>
    <NameCell label={`Name of spot ${number}`} value={spot.name} onChange={name => onChange({ name })} />
    {(['x', 'y', 'z'] as const).map(axis => (
      <Figure
        key={axis}
        name={`${axis.toUpperCase()} of spot ${number}`}
        value={spot[axis]}
        onChange={value => onChange({ [axis]: value })}
      />
    ))}
    {docks && !isDock(spot.name) && <td colSpan={2} />}
    {isDock(spot.name) &&
      (['x', 'y'] as const).map(axis => (
        <Figure
          key={`from ${axis}`}
          name={`${axis.toUpperCase()} from which dock ${number} is entered`}
          value={spot.approach?.[axis] ?? null}
          onChange={value => onChange({ approach: { x: spot.x, y: spot.y, ...spot.approach, [axis]: value } })}
        />
      ))}
    <Drop name={`remove spot ${number}`} onDrop={onRemove} />
  </tr>
)

type ZoneProps = {
  number: number
  zone: Printer['zones'][number]
  onChange: (part: Partial<Printer['zones'][number]>) => void
  onRemove: () => void
}

const ZoneRow = ({ number, zone, onChange, onRemove }: ZoneProps) => (
  <tr>
    <NameCell label={`Name of zone ${number}`} value={zone.name} onChange={name => onChange({ name })} />
    <Figure name={`Left of zone ${number}`} value={zone.x[0]} onChange={value => onChange({ x: [value, zone.x[1]] })} />
    <Figure
      name={`Right of zone ${number}`}
      value={zone.x[1]}
      onChange={value => onChange({ x: [zone.x[0], value] })}
    />
    <Figure
      name={`Front of zone ${number}`}
      value={zone.y[0]}
      onChange={value => onChange({ y: [value, zone.y[1]] })}
    />
    <Figure name={`Back of zone ${number}`} value={zone.y[1]} onChange={value => onChange({ y: [zone.y[0], value] })} />
    <Figure name={`Height of zone ${number}`} value={zone.highMm} onChange={highMm => onChange({ highMm })} />
    <Drop name={`remove zone ${number}`} onDrop={onRemove} />
  </tr>
)

type NameProps = { label: string; value: string; onChange: (name: string) => void }

const NameCell = ({ label, value, onChange }: NameProps) => (
  <td className="pr-1.5">
    <input aria-label={label} value={value} onChange={event => onChange(event.target.value)} className={cell} />
  </td>
)

type RowsProps = {
  title: string
  about: string
  heads: readonly string[]
  add: string
  onAdd: () => void
  children: React.ReactNode[]
}

const Rows = ({ title, about, heads, add, onAdd, children }: RowsProps) => (
  <section aria-label={title}>
    <div className="flex items-baseline gap-2">
      <h3 className="font-semibold">{title}</h3>
      <p className="min-w-0 flex-1 text-small text-soft">{about}</p>
      <Button small onClick={onAdd}>
        {add}
      </Button>
    </div>
    {children.length > 0 && (
      <table className="mt-1 w-full table-fixed text-small">
        <thead>
          <tr className="text-left text-soft">
            {heads.map((head, i) => (
              <th
                key={head + String(i)}
                className={`font-normal ${i === 0 ? (heads.length > 4 ? 'w-20' : 'w-28') : ''}`}
              >
                {head}
              </th>
            ))}
            <th className="w-12" />
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    )}
  </section>
)

type FigureProps = { name: string; value: number | null; onChange: (value: number) => void }

const Figure = ({ name, value, onChange }: FigureProps) => (
  <td className="pr-1.5">
    <input
      type="number"
      step="any"
      aria-label={name}
      value={value ?? ''}
      onChange={event => onChange(event.target.valueAsNumber || 0)}
      className={cell}
    />
  </td>
)

const Drop = ({ name, onDrop }: { name: string; onDrop: () => void }) => (
  <td>
    <Press aria-label={name} onClick={onDrop} className="text-small text-soft underline hover:text-bad">
      remove
    </Press>
  </td>
)
