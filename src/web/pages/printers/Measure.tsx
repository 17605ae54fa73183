// Measures a time: the commands to send to the machine, a stopwatch, and the time that fills the field.
import { Timer } from 'lucide-react'
import { useEffect, useState } from 'react'
import { familyOf } from '../../../core/firmware/families.ts'
import type { Phrases } from '../../../core/firmware/phrases.ts'
import type { Printer } from '../../../core/model/printer.ts'
import { Button } from '../../ui/Button.tsx'
import { DialogEnd } from '../../ui/DialogEnd.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { Press } from '../../ui/Press.tsx'

type Watched = {
  what: string
  /** `first` is sent before; then the command that starts the stopwatch, and the event that stops it. */
  first?: string
  send: (say: Phrases) => string | null
  until: string
}

const cold = 'Let the machine stand until it is as cold as the room.'

/** The times that can be measured, by their path in the printer's schema. */
const watched: Readonly<Record<string, Watched>> = {
  'heaters.nozzle.secondsTo200': {
    what: 'Nozzle to 200 °C',
    first: cold,
    send: say => say.heat('nozzle', 200, null),
    until: 'the nozzle is at 200 °C',
  },
  'heaters.nozzle.secondsCooling200To50': {
    what: 'Nozzle 200 to 50 °C',
    first: 'Heat the nozzle to 200 °C and give it a minute, with the part fan off.',
    send: say => say.heat('nozzle', 0, null),
    until: 'the nozzle is at 50 °C',
  },
  'heaters.bed.secondsTo60': {
    what: 'Bed to 60 °C',
    first: cold,
    send: say => say.heat('bed', 60, null),
    until: 'the bed is at 60 °C',
  },
  'heaters.bed.secondsTo100': {
    what: 'Bed to 100 °C',
    first: cold,
    send: say => say.heat('bed', 100, null),
    until: 'the bed is at 100 °C',
  },
  'heaters.bed.secondsCooling60To30': {
    what: 'Bed 60 to 30 °C',
    first: 'Heat the bed to 60 °C and give it five minutes.',
    send: say => say.heat('bed', 0, null),
    until: 'the bed is at 30 °C',
  },
  'heaters.chamber.secondsTo40': {
    what: 'Chamber to 40 °C',
    first: cold,
    send: say => say.heat('chamber', 40, null),
    until: 'the chamber is at 40 °C',
  },
  'probe.secondsPerPoint': {
    what: 'A point of a probing',
    first: 'Home the machine. Count the points that it probes, and divide the time by them.',
    send: say => say.probeBed(),
    until: 'it has probed them all',
  },
}

export const canMeasure = (path: string): boolean => path in watched

type Props = { printer: Printer; path: string; onMeasured: (seconds: number) => void }

export function Measure({ printer, path, onMeasured }: Props) {
  const [open, setOpen] = useState(false)
  const its = watched[path]
  if (!its) return null
  return (
    <>
      <Press
        aria-label={`Measure: ${its.what}`}
        onClick={() => setOpen(true)}
        className="inline-flex items-center gap-1 text-small text-heat underline"
      >
        <Timer size={13} aria-hidden /> Measure
      </Press>
      {open && <Watch its={its} printer={printer} path={path} onMeasured={onMeasured} onClose={() => setOpen(false)} />}
    </>
  )
}

/** The interval at which the stopwatch is shown, ms. */
const shownEveryMs = 100

function Watch({ its, printer, path, onMeasured, onClose }: Props & { its: Watched; onClose: () => void }) {
  const [began, setBegan] = useState<number | null>(null)
  const [seconds, setSeconds] = useState(0)
  useEffect(() => {
    if (began === null) return
    const timer = setInterval(() => setSeconds((performance.now() - began) / 1000), shownEveryMs)
    return () => clearInterval(timer)
  }, [began])
  const command = its.send(familyOf(printer).phrases)
  const grid = printer.probe?.grid
  const share = path === 'probe.secondsPerPoint' && grid ? grid.x * grid.y : 1
  const value = Math.round((seconds / share) * 10) / 10
  return (
    <Panel open title={its.what} about="With a watch in hand, or with this one." onClose={onClose}>
      <ol className="grid list-decimal gap-1.5 pl-5">
        {its.first && <li>{its.first}</li>}
        <li>
          {command ? (
            <>
              Send <code className="rounded bg-sunk px-1.5 py-0.5 font-mono text-control">{command}</code> and press
              Start.
            </>
          ) : (
            'Start it at the machine’s display, and press Start here.'
          )}
        </li>
        <li>Press Stop when {its.until}.</li>
      </ol>
      <div className="mt-4 flex items-center gap-3">
        <Button
          main={began === null}
          onClick={() => {
            if (began === null) setSeconds(0)
            setBegan(began === null ? performance.now() : null)
          }}
        >
          {began === null ? 'Start' : 'Stop'}
        </Button>
        <label className="flex items-center gap-2">
          <span className="sr-only">Time</span>
          <input
            type="number"
            step="any"
            min={0}
            value={Math.round(seconds * 10) / 10}
            onChange={event => {
              setBegan(null)
              setSeconds(event.target.valueAsNumber || 0)
            }}
            className="w-28 rounded-button border border-rule bg-paper px-2 py-1 text-heading tabular-nums"
          />
          s
          {share > 1 && (
            <span className="text-soft">
              : {value} s for each of {share} points
            </span>
          )}
        </label>
      </div>
      <DialogEnd
        refusal={null}
        onClose={onClose}
        go="Take this time"
        disabled={began !== null || value <= 0}
        onGo={() => {
          onMeasured(value)
          onClose()
        }}
      />
    </Panel>
  )
}
