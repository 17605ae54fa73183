// The ribbon: time to the right, temperatures upwards, passages as bands, messages as flags, and the playhead.
import { ChevronDown, ChevronUp, Flag, Pause, Play } from 'lucide-react'
import { memo, type PointerEvent, type ReactNode, useDeferredValue, useRef } from 'react'
import { celsius, clock, duration } from '../../../../core/format.ts'
import { temperatureAt } from '../../../../core/machine/temperature.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { useSize } from '../../../lib/useSize.ts'
import { toggleRibbon, useRoom } from '../../../state/desk-layout.ts'
import type { Seen } from '../../../state/desk-watch.ts'
import { commandAtPlayhead, selectLines } from '../../../state/playhead.ts'
import { goTo, paceOf, togglePlaying, usePlaying } from '../../../state/playing.ts'
import { Card } from '../../../ui/Card.tsx'
import { Press } from '../../../ui/Press.tsx'
import { Stills } from '../bed/Stills.tsx'
import { Bands } from './Bands.tsx'
import { flagsOf } from './flags.ts'
import { TemperatureChart } from './TemperatureChart.tsx'
import { reachOf, TimeMarks } from './TimeMarks.tsx'

type Props = { open: Seen; setting: RehearsalInput }

/** The height of the ribbon, and of its bands alone, px. */
const [whole, bandsOnly] = [166, 38]
/** The shortest time over which the ribbon is spread, s. */
const shortest = 1

export const Ribbon = memo(function Ribbon({ open, setting }: Props) {
  const [attach, { width }] = useSize()
  const { round, playheadS } = open
  const totalS = Math.max(round?.trace.totalS ?? 0, shortest)
  const { folded } = useRoom()
  const height = folded ? bandsOnly : whole
  // The curves take the longest to draw, so they are drawn after everything else while the person types.
  const drawn = useDeferredValue(round)
  return (
    <Card flush aria-label="Ribbon: time and temperatures" className="isolate flex shrink-0">
      <div ref={attach} className="relative ml-2 min-w-0 flex-1" style={{ height }}>
        {round && width > 0 && (
          <>
            <Bands round={round} width={width} totalS={totalS} selection={open.selection} />
            {drawn && !folded && (
              <TemperatureChart
                round={drawn}
                setting={setting}
                width={width}
                height={height - 32}
                totalS={Math.max(drawn.trace.totalS, shortest)}
              />
            )}
            {drawn && !folded && <Stills round={drawn} width={width} totalS={Math.max(drawn.trace.totalS, shortest)} />}
            {!folded && <Flags round={round} width={width} totalS={totalS} />}
            <Playhead
              round={round}
              width={width}
              totalS={totalS}
              at={playheadS}
              command={commandAtPlayhead(open)}
              folded={folded}
            />
          </>
        )}
        {round && round.trace.rows.count === 0 && (
          <p className={`absolute inset-x-0 text-center text-soft ${folded ? 'top-2' : 'top-16'}`}>
            Nothing to rehearse yet. Write or paste a script below.
          </p>
        )}
      </div>
      <Controls totalS={totalS} folded={folded} />
    </Card>
  )
})

/** The buttons at the end of the ribbon: play, and fold. */
function Controls({ totalS, folded }: { totalS: number; folded: boolean }) {
  const { playing } = usePlaying()
  const pace = paceOf(totalS)
  return (
    <div className={`m-1 flex shrink-0 ${folded ? '' : 'flex-col'}`}>
      <Control
        name={playing ? 'Stop playing (F4)' : `Play the rehearsal${pace > 1 ? `, ${pace} times as fast` : ''} (F4)`}
        onClick={togglePlaying}
      >
        {playing ? <Pause size={16} aria-hidden /> : <Play size={16} aria-hidden />}
      </Control>
      <Control name={folded ? 'Unfold the ribbon' : 'Fold the ribbon'} onClick={toggleRibbon}>
        {folded ? <ChevronDown size={16} aria-hidden /> : <ChevronUp size={16} aria-hidden />}
      </Control>
    </div>
  )
}

const Control = ({ name, onClick, children }: { name: string; onClick: () => void; children: ReactNode }) => (
  <Press
    aria-label={name}
    title={name}
    onClick={onClick}
    className="rounded-sm p-1 text-soft hover:bg-sunk hover:text-ink"
  >
    {children}
  </Press>
)

const Flags = memo(function Flags({ round, width, totalS }: { round: DeskRound; width: number; totalS: number }) {
  const { messages } = round.trace
  return flagsOf(messages, width, totalS).map(({ left, messages: [first, ...more] }) => {
    const others = more.length ? `, and ${more.length} more right after it` : ''
    return (
      <Press
        key={`${first.line} ${first.at}`}
        title={`${clock(first.at)} shows “${first.text}”${others}`}
        aria-label={`Message at ${clock(first.at)}: ${first.text || 'cleared'}${others}`}
        onClick={() => selectLines(first.line)}
        style={{ left, top: 33 }}
        className="absolute z-10 rounded-sm p-px text-soft hover:text-ink"
      >
        <Flag size={13} aria-hidden />
      </Press>
    )
  })
})

/**
 * The time, s, to which a key moves the playhead: arrows by a step, Page Up and Down by passages, Home and End to the
 * ends.
 */
function keyTarget(
  key: string,
  at: number,
  step: number,
  totalS: number,
  passage: (forward: boolean) => number,
): number | null {
  if (key === 'ArrowRight' || key === 'ArrowUp') return at + step
  if (key === 'ArrowLeft' || key === 'ArrowDown') return at - step
  if (key === 'PageDown' || key === 'PageUp') return passage(key === 'PageDown')
  if (key === 'Home') return 0
  return key === 'End' ? totalS : null
}

type PlayheadProps = {
  round: DeskRound
  width: number
  totalS: number
  at: number
  command: number
  folded: boolean
}

function Playhead({ round, width, totalS, at, command, folded }: PlayheadProps) {
  const surface = useRef<HTMLDivElement>(null)
  const { trace } = round
  const follow = (event: PointerEvent) => {
    const left = surface.current?.getBoundingClientRect().left ?? 0
    goTo(((event.clientX - left) / width) * totalS)
  }
  const next = (forward: boolean) => {
    const starts = round.passages.filter(({ enabled }) => enabled).map(({ startS }) => startS)
    const found = forward ? starts.find(start => start > at + 0.01) : starts.findLast(start => start < at - 0.01)
    return found ?? (forward ? trace.totalS : 0)
  }
  const step = Math.max(totalS / 300, 0.05)
  const x = Math.min((at / totalS) * width, width)
  const nozzle = trace.nozzles[trace.rows.modes[Math.max(command, 0)]?.tool ?? 0]
  const line = command < 0 ? 1 : (trace.rows.line[command] as number)
  const description = nozzle
    ? `${celsius(temperatureAt(nozzle, at))} · bed ${celsius(temperatureAt(trace.bed, at))}`
    : ''
  const place = `${clock(at)} · line ${line}`
  const heat = description && ` · ${description}`
  const covered = reachOf(place + heat, x, width)
  return (
    <div
      ref={surface}
      className={`absolute inset-x-0 bottom-0 touch-none ${folded ? 'top-[30px]' : 'top-[32px]'}`}
      onPointerDown={event => {
        event.currentTarget.setPointerCapture(event.pointerId)
        follow(event)
      }}
      onPointerMove={event => {
        if (event.buttons === 1) follow(event)
      }}
    >
      {!folded && trace.totalS > 0 && <TimeMarks totalS={totalS} width={width} covered={covered} />}
      <div
        role="slider"
        tabIndex={0}
        aria-label="Playhead"
        aria-valuemin={0}
        aria-valuemax={Math.round(trace.totalS * 10) / 10}
        aria-valuenow={Math.round(at * 10) / 10}
        aria-valuetext={`${duration(at)}, line ${line}, nozzle ${description}`}
        onKeyDown={event => {
          const to = keyTarget(event.key, at, step, trace.totalS, next)
          if (to === null) return
          event.preventDefault()
          goTo(to)
        }}
        style={{ left: x }}
        className="absolute -top-[26px] bottom-0 -ml-2 w-4 rounded-sm"
      >
        <span
          aria-hidden
          className={`absolute top-0 left-[7px] w-0.5 bg-ink ${folded ? 'bottom-0' : 'bottom-[18px]'}`}
        />
        <svg
          aria-hidden="true"
          width="16"
          height="18"
          viewBox="0 0 16 18"
          className="absolute -top-1 left-0 cursor-ew-resize"
        >
          <path d="M2 1h12v9l-6 7-6-7z" fill="var(--ink)" />
        </svg>
        {!folded && (
          <span
            aria-hidden
            className={`pointer-events-none absolute bottom-px z-20 rounded-sm bg-ink px-1.5 text-small leading-[17px] whitespace-nowrap text-paper ${covered[0] < x ? 'right-[7px]' : 'left-[7px]'}`}
          >
            <b>{place}</b>
            {heat}
          </span>
        )}
      </div>
    </div>
  )
}
