// Marks on the ribbon: where the script waits and why, and where the nozzle oozes.
import { Droplet } from 'lucide-react'
import { duration, plain } from '../../../../core/format.ts'
import { type StepKind, stepsOf } from '../../../../core/machine/trace.ts'
import type { DeskRound } from '../../../../tasks/desk-round.ts'
import { keysOf } from '../../../lib/keys.ts'

const reasons: Partial<Record<StepKind, { short: string; long: string }>> = {
  'wait-nozzle': { short: 'nozzle', long: 'waits for the nozzle' },
  'wait-bed': { short: 'bed', long: 'waits for the bed' },
  'wait-chamber': { short: 'chamber', long: 'waits for the chamber' },
  stand: { short: 'still', long: 'stands still' },
}

type Still = { startS: number; endS: number; line: number; short: string; long: string }

const max = 200
const shortestPx = 3
const seenMm3 = 0.3

function stillsOf({ trace }: DeskRound): Still[] {
  const stills: Still[] = []
  for (const { kind, start, end, command } of stepsOf(trace)) {
    const reason = reasons[kind]
    if (!reason || end - start < 0.5) continue
    const before = stills.at(-1)
    if (before?.long === reason.long && start - before.endS < 0.01) before.endS = end
    else stills.push({ startS: start, endS: end, line: trace.rows.line[command] as number, ...reason })
    if (stills.length >= max) break
  }
  return stills
}

type Props = { round: DeskRound; width: number; totalS: number }

export function Stills({ round, width, totalS }: Props) {
  const x = (seconds: number) => (seconds / totalS) * width
  const stills = stillsOf(round)
  const keys = keysOf(stills, ({ line }) => line)
  const oozing = round.ooze.spans
    .filter(({ mm3, startS, endS }) => mm3 >= seenMm3 && x(endS) - x(startS) > 8)
    .slice(0, max)
  const oozeKeys = keysOf(oozing, ({ line }) => line)
  return (
    <>
      {stills.map(({ startS, endS, line, short, long }, i) => {
        const room = x(endS) - x(startS)
        if (room < shortestPx) return null
        const description = `${long}, ${duration(endS - startS)}, line ${line}`
        return (
          <span
            key={keys[i]}
            title={description}
            role="img"
            aria-label={description}
            style={{
              left: x(startS),
              width: room,
              background:
                'repeating-linear-gradient(90deg, transparent 0 5px, color-mix(in srgb, var(--ink) 14%, transparent) 5px 6px), var(--sunk)',
            }}
            className="absolute bottom-[19px] z-[1] h-[15px] overflow-hidden px-1 text-center text-small leading-[15px] whitespace-nowrap text-ink"
          >
            {room > 110 ? long : room > 52 ? short : ''}
          </span>
        )
      })}
      {oozing.map(({ startS, endS, mm3, where, line }, i) => {
        const label = `Oozes about ${plain(mm3, 1)} mm³ while ${where}, line ${line}; an estimate`
        return (
          <span
            key={oozeKeys[i]}
            title={label}
            role="img"
            aria-label={label}
            style={{ left: x((startS + endS) / 2) - 8 }}
            className="absolute bottom-[35px] z-[1] flex items-center rounded-sm bg-raised/85 text-small leading-[14px] whitespace-nowrap text-warn"
          >
            <Droplet size={13} aria-hidden />
            {x(endS) - x(startS) > 60 && `${plain(mm3, 1)} mm³`}
          </span>
        )
      })}
    </>
  )
}
