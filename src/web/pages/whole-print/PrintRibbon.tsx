// The ribbon of the whole print: scripts as bands, shortened printing between them, and a lane for each tool with its
// temperature and drops.
import { useState } from 'react'
import { celsius, duration, plain, plural } from '../../../core/format.ts'
import type { PrintShown, SituationShown } from '../../../core/print/shown.ts'
import { polyline } from '../../lib/polyline.ts'
import { useSize } from '../../lib/useSize.ts'
import { Card } from '../../ui/Card.tsx'
import { Press } from '../../ui/Press.tsx'
import { SeverityMark, severityWords } from '../../ui/Severity.tsx'
import { folded, type Group, inTime, lanesOf, type Piece } from './layout.ts'
import { bandWords, situationWords } from './words.ts'

const lanePx = 44
const headPx = 46
/** Smaller drops, mm³, are not drawn. */
const seenMm3 = 0.5

type Props = { print: PrintShown; chosen: number | null; onChoose: (situation: number) => void }

export function PrintRibbon({ print, chosen, onChoose }: Props) {
  const [attach, { width: room }] = useSize()
  const [byTime, setByTime] = useState(false)
  const { situations } = print
  const lanes = lanesOf(situations)
  const { groups, width } = byTime ? inTime(print, room - 2) : folded(print, room - 2)
  const highest = Math.max(60, ...situations.flatMap(({ heats }) => heats.flat())) * 1.08
  const height = headPx + lanes.length * lanePx
  return (
    <Card flush aria-label="Ribbon of the whole print">
      <div className="flex items-center gap-3 px-3 pt-2 text-control text-soft">
        <p className="min-w-0 flex-1">
          {byTime
            ? 'True to time. What comes again and again is drawn as one stretch: its printing, then its scripts.'
            : 'Folded: printing is shortened, and repeated parts are shown once. Each lane is a tool, its line the temperature.'}
        </p>
        {[false, true].map(each => (
          <Press
            key={String(each)}
            aria-pressed={byTime === each}
            onClick={() => setByTime(each)}
            className={`rounded-button border px-2.5 py-0.5 ${byTime === each ? 'border-ink bg-sunk font-semibold text-ink' : 'border-rule'}`}
          >
            {each ? 'True to time' : 'Folded'}
          </Press>
        ))}
      </div>
      <div className="flex p-2">
        <div aria-hidden className="w-10 shrink-0 text-small text-soft" style={{ paddingTop: headPx }}>
          {lanes.map(tool => (
            <div key={tool} className="pl-1 leading-[44px] font-semibold" style={{ height: lanePx }}>
              T{tool}
            </div>
          ))}
        </div>
        <div ref={attach} className="min-w-0 flex-1 overflow-x-auto">
          {room > 0 && (
            <div className="relative" style={{ width, height }}>
              <svg aria-hidden="true" width={width} height={height} className="absolute inset-0">
                {lanes.map((tool, lane) => (
                  <path key={tool} d={`M0 ${headPx + (lane + 1) * lanePx - 0.5}H${width}`} stroke="var(--rule)" />
                ))}
                {groups.map(group =>
                  group.pieces.map(piece => (
                    <PieceDrawn
                      key={`${group.x} ${piece.x}`}
                      piece={piece}
                      situation={situations[piece.situation] as SituationShown}
                      before={situations[piece.situation]?.from?.modes.tool ?? 0}
                      lanes={lanes}
                      highest={highest}
                      height={height}
                      chosen={chosen === piece.situation}
                    />
                  )),
                )}
              </svg>
              {groups.map(group => (
                <GroupHead key={group.x} group={group} situations={situations} chosen={chosen} onChoose={onChoose} />
              ))}
            </div>
          )}
        </div>
      </div>
    </Card>
  )
}

type GroupProps = {
  group: Group
  situations: readonly SituationShown[]
  chosen: number | null
  onChoose: (situation: number) => void
}

function GroupHead({ group, situations, chosen, onChoose }: GroupProps) {
  const { times, fromLayer, toLayer } = group
  return (
    <>
      {times > 1 && (
        <p
          className="absolute top-0 truncate border-b-2 border-rule text-center text-small leading-5 text-soft"
          style={{ left: group.x + 1, width: Math.max(4, group.width - 2) }}
          title={`${plural(times, 'time')}, layers ${fromLayer} to ${toLayer}`}
        >
          ×{times}
          {group.width > 150 && `, layers ${fromLayer} to ${toLayer}`}
        </p>
      )}
      {group.pieces.map(piece => {
        const situation = situations[piece.situation] as SituationShown
        const worst = situation.counts.error ? 'error' : situation.counts.warning ? 'warning' : null
        const words = `${situationWords(situation)}, layer ${situation.layer}: ${duration(situation.seconds)}`
        // The label begins with the visible text, for speech input.
        const label = `${worst ? `${severityWords[worst]} ` : ''}${bandWords(situation)}: ${words}`
        return (
          <Press
            key={piece.x}
            title={words}
            aria-label={label}
            aria-pressed={chosen === piece.situation}
            onClick={() => onChoose(piece.situation)}
            style={{ left: piece.x, width: Math.max(3, piece.width), top: 22, height: headPx - 24 }}
            className={`absolute truncate rounded-sm border px-1 text-small leading-5 ${
              situation.counts.error
                ? 'border-bad text-bad'
                : situation.counts.warning
                  ? 'border-warn text-warn'
                  : 'border-rule'
            } ${chosen === piece.situation ? 'bg-heat-fill font-semibold' : 'bg-paper'}`}
          >
            {piece.width > 40 && (
              <span className="flex items-center justify-center gap-1">
                {worst && <SeverityMark severity={worst} />}
                <span className="truncate">{bandWords(situation)}</span>
              </span>
            )}
          </Press>
        )
      })}
    </>
  )
}

type PieceProps = {
  piece: Piece
  situation: SituationShown
  before: number
  /** The tools that have a lane, in order. */
  lanes: readonly number[]
  highest: number
  height: number
  chosen: boolean
}

function PieceDrawn({ piece, situation, before, lanes, highest, height, chosen }: PieceProps) {
  const { heats, hanging, tool } = situation
  const laneOf = (each: number) => headPx + Math.max(0, lanes.indexOf(each)) * lanePx
  const own = Math.min(tool, heats.length - 1)
  const beforeOwn = Math.min(Math.max(0, before), heats.length - 1)
  return (
    <g>
      {chosen && <rect x={piece.x} y={headPx} width={piece.width} height={height - headPx} fill="var(--heat-fill)" />}
      {piece.body > 0 && (
        // A bar at the bottom of its lane shows when a tool prints.
        <rect
          x={piece.x - piece.body}
          y={laneOf(beforeOwn) + lanePx - 8}
          width={piece.body}
          height={7}
          fill="var(--move)"
        />
      )}
      <path d={`M${piece.x} ${headPx}V${height}`} stroke="var(--rule)" strokeDasharray="2 3" />
      {lanes.map(each => {
        const heat = heats[each] ?? []
        const y = (c: number) => laneOf(each) + 4 + (1 - c / highest) * (lanePx - 14)
        const drop = hanging[each] ?? 0
        const end = piece.x + piece.width
        return (
          <g key={each}>
            <path
              d={polyline(heat.map((c, i) => [piece.x + (i / (heat.length - 1)) * piece.width, y(c)]))}
              fill="none"
              stroke="var(--heat)"
              strokeWidth={each === own ? 2.5 : 1.25}
            />
            {drop >= seenMm3 && piece.width > 12 && (
              <path d={`M${end - 6} ${laneOf(each) + lanePx - 16}q-4 6 0 8q4 -2 0 -8z`} fill="var(--warn)">
                <title>
                  T{each}: about {plain(drop, 1)} mm³ hang from it at {celsius(heat.at(-1) ?? 0)}
                </title>
              </path>
            )}
          </g>
        )
      })}
    </g>
  )
}
