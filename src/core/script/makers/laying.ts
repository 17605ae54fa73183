// Writes the lines that lay a bead: approach, extrude along a path, leave without a string.
import type { MoveWords, Phrases } from '../../firmware/phrases.ts'
import { toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import { axes } from '../../model/printer.ts'
import { type Surroundings, written } from './maker.ts'

const travelMmMin = 6000
const liftMmMin = 600
const retractMmMin = 1800
/** Length of the sideways move after the lift, which tears the string off, mm. */
export const tearMm = 10

export type Point = readonly [x: number, y: number]

/** A path with a constant bead, rising or falling evenly from `startMm` to `endMm`. */
export type Bead = { way: readonly Point[]; startMm: number; endMm: number; areaMm2: number; speedMmS: number }

const segments = (way: readonly Point[]): number[] =>
  way.slice(1).map(([x, y], i) => Math.hypot(x - (way[i]?.[0] ?? 0), y - (way[i]?.[1] ?? 0)))

/** The length of a path, mm. */
export const lengthOfPath = (way: readonly Point[]): number => segments(way).reduce((sum, each) => sum + each, 0)

/** Lays beads one after another and adds up the filament, which counts from zero at the start. */
export class Layer {
  readonly lines: string[]
  private extrudedMm = 0
  private at: { x: number; y: number; z: number } | null = null
  private readonly relative: boolean
  private readonly filamentAreaMm2: number
  private readonly phrases: Phrases

  constructor({ stage, modes }: Surroundings) {
    this.phrases = stage.firmware.phrases
    this.lines = [this.phrases.zeroFilament()]
    this.relative = modes.extrusion === 'relative'
    this.filamentAreaMm2 = toolFilamentAreaMm2(stage.printer, modes.tool)
  }

  /** Travels to a position at height `clearMm`, then down to `heightMm`. */
  approach([x, y]: Point, heightMm: number, clearMm: number): void {
    this.lines.push(
      this.phrases.move({ z: clearMm, f: liftMmMin }),
      this.phrases.move({ x, y, f: travelMmMin }),
      this.phrases.move({ z: heightMm, f: liftMmMin }),
    )
    this.at = { x, y, z: heightMm }
  }

  /** Moves without extruding, at the present height. */
  step([x, y]: Point): void {
    const words = this.changed(x, y, this.at?.z ?? 0)
    if (Object.keys(words).length > 0) this.lines.push(this.phrases.move({ ...words, f: travelMmMin }))
  }

  /** Filament of a segment = area · length / filament cross-section. */
  lay({ way, startMm, endMm, areaMm2, speedMmS }: Bead): void {
    const whole = lengthOfPath(way)
    let done = 0
    segments(way).forEach((length, i) => {
      const [x, y] = way[i + 1] as Point
      done += length
      const words = this.changed(x, y, startMm + ((endMm - startMm) * done) / (whole || 1))
      const push = (areaMm2 * length) / this.filamentAreaMm2
      this.extrudedMm += push
      const e = this.relative ? push : this.extrudedMm
      this.lines.push(this.phrases.move({ ...words, e, ...(i === 0 && { f: speedMmS * 60 }) }))
    })
  }

  /** Retracts if requested, resets the filament counter, lifts straight up, and then moves sideways. */
  leave(backMm: number, clearMm: number, [x, y]: Point): void {
    if (backMm > 0)
      this.lines.push(this.phrases.move({ e: this.relative ? -backMm : this.extrudedMm - backMm, f: retractMmMin }))
    this.lines.push(this.phrases.zeroFilament(), this.phrases.move({ z: clearMm, f: liftMmMin }))
    this.step([x, y])
  }

  /** The words for axes that change; afterwards the head is at the new position. */
  private changed(x: number, y: number, z: number): MoveWords {
    const to = { x, y, z }
    const words = axes.filter(axis => !this.at || written(this.at[axis]) !== written(to[axis]))
    this.at = to
    return Object.fromEntries(words.map(axis => [axis, to[axis]]))
  }
}
