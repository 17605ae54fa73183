// Reads from a print file what is printed: area, height, layers, tools and temperatures. Reads in pieces and keeps
// little in memory.
import { familyOf } from '../firmware/families.ts'
import { toolsAt } from '../firmware/tools.ts'
import { type Job, nothingBetween, outsideMm, type Rectangle, type ToolChange } from '../model/job.ts'
import type { Material } from '../model/material.ts'
import type { Printer } from '../model/printer.ts'
import { type Counting, ownMoves } from './around.ts'
import { numberAfter } from './number-after.ts'

type Place = { x: number; y: number }
/** Where filament was extruded, with which tool, and how it was counted. */
type Laid = Counting & Place & { tool: number }
/** A tool change by its height, with the lines between the two strokes if they are kept. */
type Changed = Omit<ToolChange, 'layer'> & { height: number; between: { lines: string[]; laid: Laid } | null }
type Box = { left: number; right: number; front: number; back: number; extrudedMm: number }

/** The results; temperatures are the last ones set within the first layer. Lengths in mm. */
export type PrintFacts = {
  area: Rectangle | null
  topMm: number
  firstLayerMm: number
  layerMm: number
  layers: number
  /** Tools that extruded, lowest first, and the first of them. */
  tools: number[]
  firstTool: number
  /** Changes to a different extruding tool, with the positions before and after; layers from 1. */
  changes: ToolChange[]
  nozzleC: Record<number, number>
  bedC: number | null
  /** Filament extruded minus retracted, mm, of all tools. */
  filamentMm: number
  lines: number
  /** Why the file seems to be incomplete; null if it does not. */
  cut: string | null
}

/** Tolerance for equal layer heights, mm. */
const sameHeightMm = 0.005
const maxLayers = 100_000
const maxChanges = 20_000
/** Largest distance of a skirt or brim from the print, mm; anything further away is a purge. */
const besideMm = 15

/** The longest gap still taken for a tool-change script, in lines. */
const maxBetween = 2000
/** Limit of pairs of tools for which the slicer's moves are kept: of the first two changes and the last. */
const maxPairs = 200

/** What may precede a command: blanks and a line number. */
const numbered = /^(?:\s+(?:N\d+\s*)?|N\d+\s*)(?=[A-Z])/i

/** The tool of `ACTIVATE_EXTRUDER EXTRUDER=extruder1`; a host's first extruder has no number. NaN for other lines. */
const hostTool = (raw: string): number => {
  const found = /^ACTIVATE_EXTRUDER\s+EXTRUDER=extruder(\d*)\s*$/i.exec(raw.replace(/;.*/, ''))
  return found ? Number(found[1]) : Number.NaN
}

const none = (): Box => ({ left: Infinity, right: -Infinity, front: Infinity, back: -Infinity, extrudedMm: 0 })

/**
 * Takes a file's text piece by piece with `take`; `facts` returns the results. Positions, heights and filament are
 * followed, time is not. The area is that of the layers above the first, if there are any, because purge lines and
 * skirts are in the first.
 */
export class JobReader {
  private rest = ''
  private lines = 0
  private x = 0
  private y = 0
  private z = 0
  private e = 0
  private relative = false
  private filamentRelative = false
  private tool = 0
  private readonly layersByHeight = new Map<number, Box>()
  private readonly tools = new Set<number>()
  private readonly nozzleC: Record<number, number> = {}
  private bedC: number | null = null
  private firstTool: number | null = null
  /** The last stroke and its tool. */
  private laid: Laid | null = null
  /** The lines since then; null if they are no longer kept. */
  private between: string[] | null = null
  private readonly changes: Changed[] = []
  private readonly withLines = new Map<string, Changed[]>()
  private filamentMm = 0
  private lastRaw = ''
  private heatersOff = false

  take(piece: string): void {
    const text = this.rest + piece
    let from = 0
    for (let end = text.indexOf('\n', from); end >= 0; end = text.indexOf('\n', from)) {
      this.line(text.slice(from, end))
      from = end + 1
    }
    this.rest = text.slice(from)
  }

  private line(raw: string): void {
    this.lines++
    this.lastRaw = raw
    if (this.between && this.between.push(raw) > maxBetween) this.between = null
    this.command(raw)
  }

  private command(raw: string): void {
    const first = raw.charCodeAt(0)
    // Only G, M and T commands, and a host's tool selection, matter.
    if (first === 71 || first === 103) this.move(raw)
    else if (first === 77 || first === 109) this.other(raw)
    else if (first === 84 || first === 116) this.takes(Number.parseInt(raw.slice(1), 10))
    else if (first === 65 || first === 97) this.takes(hostTool(raw))
    else if (numbered.test(raw)) this.command(raw.replace(numbered, ''))
  }

  private takes(tool: number): void {
    if (tool >= 0) this.tool = tool
  }

  private move(raw: string): void {
    const code = Number.parseFloat(raw.slice(1))
    if (code === 90 || code === 91) {
      this.relative = code === 91
      this.filamentRelative = this.relative
      return
    }
    if (code === 92) {
      const e = numberAfter(raw, 'E', 2)
      if (!Number.isNaN(e)) this.e = e
      return
    }
    if (code > 3 || code < 0 || Number.isNaN(code)) return
    const [fromX, fromY] = [this.x, this.y]
    this.x = this.placed(this.x, numberAfter(raw, 'X', 2))
    this.y = this.placed(this.y, numberAfter(raw, 'Y', 2))
    this.z = this.placed(this.z, numberAfter(raw, 'Z', 2))
    const e = numberAfter(raw, 'E', 2)
    if (Number.isNaN(e)) return
    const extruded = this.filamentRelative ? e : e - this.e
    this.e = this.filamentRelative ? this.e : e
    this.filamentMm += extruded
    if (extruded > 0 && (this.x !== fromX || this.y !== fromY)) this.lay(fromX, fromY, extruded)
  }

  private placed(now: number, value: number): number {
    return Number.isNaN(value) ? now : this.relative ? now + value : value
  }

  private lay(fromX: number, fromY: number, extruded: number): void {
    this.firstTool ??= this.tool
    this.tools.add(this.tool)
    const key = Math.round(this.z / sameHeightMm)
    if (this.laid && this.laid.tool !== this.tool) this.changed(key, this.laid, { x: fromX, y: fromY })
    const { tool, x, y, e, filamentRelative } = this
    this.laid = { tool, x, y, e, relative: filamentRelative }
    this.between = this.relative ? null : []
    let box = this.layersByHeight.get(key)
    if (!box) {
      if (this.layersByHeight.size >= maxLayers) return
      box = none()
      this.layersByHeight.set(key, box)
    }
    box.left = Math.min(box.left, fromX, this.x)
    box.right = Math.max(box.right, fromX, this.x)
    box.front = Math.min(box.front, fromY, this.y)
    box.back = Math.max(box.back, fromY, this.y)
    box.extrudedMm += extruded
  }

  private changed(height: number, laid: Laid, goesOnAt: Place): void {
    if (this.changes.length >= maxChanges) return
    const { tool: from, x, y } = laid
    const change: Changed = { height, from, to: this.tool, leavesAt: { x, y }, goesOnAt, moves: null, between: null }
    this.changes.push(change)
    // The last of the lines is the stroke after the change.
    if (this.between) this.keepFew(change, { lines: this.between.slice(0, -1), laid })
  }

  /** Of the changes between two tools, the first two and the last keep the lines between their strokes. */
  private keepFew(change: Changed, between: NonNullable<Changed['between']>): void {
    const pair = `${change.from} ${change.to}`
    const kept = this.withLines.get(pair) ?? []
    if (kept.length === 0 && this.withLines.size >= maxPairs) return
    change.between = between
    this.withLines.set(pair, kept)
    if (kept.push(change) > 3) for (const old of kept.splice(2, 1)) old.between = null
  }

  private other(raw: string): void {
    const code = Number.parseInt(raw.slice(1), 10)
    if (code === 6) this.takes(numberAfter(raw, 'T', 2))
    if (code === 82 || code === 83) this.filamentRelative = code === 83
    if (code !== 104 && code !== 109 && code !== 140 && code !== 190) return
    const target = numberAfter(raw, 'S', 4)
    const celsius = Number.isNaN(target) ? numberAfter(raw, 'R', 4) : target
    if (Number.isNaN(celsius)) return
    this.heatersOff = celsius === 0
    if (celsius === 0 || this.layersByHeight.size > 2) return
    const tool = numberAfter(raw, 'T', 4)
    if (code === 140 || code === 190) this.bedC = celsius
    else this.nozzleC[Number.isNaN(tool) ? this.tool : tool] = celsius
  }

  /** The results, after the whole file was taken. */
  facts(): PrintFacts {
    if (this.rest) this.take('\n')
    const heights = [...this.layersByHeight.keys()].sort((a, b) => a - b)
    const layerOf = new Map(heights.map((height, layer) => [height, layer]))
    const [lowest = 0] = heights
    const above = heights.slice(1)
    const area = none()
    for (const height of above.length ? above : heights) {
      const box = this.layersByHeight.get(height) ?? none()
      area.left = Math.min(area.left, box.left)
      area.right = Math.max(area.right, box.right)
      area.front = Math.min(area.front, box.front)
      area.back = Math.max(area.back, box.back)
    }
    const rectangle = heights.length ? { left: area.left, right: area.right, front: area.front, back: area.back } : null
    // Tools that purge beside the print before it begins do not count as tool changes.
    const purging = this.changes.findIndex(
      ({ leavesAt }) => !leavesAt || !rectangle || outsideMm(rectangle, leavesAt.x, leavesAt.y) <= besideMm,
    )
    const changes = this.changes.slice(purging < 0 ? this.changes.length : purging)
    const steps = above
      .map((height, i) => (height - (i ? (above[i - 1] as number) : lowest)) * sameHeightMm)
      .sort((a, b) => a - b)
    const round = (value: number) => Math.round(value * 1000) / 1000
    const firstLayerMm = round(lowest * sameHeightMm)
    return {
      area: rectangle,
      topMm: round((heights.at(-1) ?? 0) * sameHeightMm),
      firstLayerMm,
      layerMm: steps.length ? round(steps[steps.length >> 1] as number) : firstLayerMm,
      layers: heights.length,
      tools: [...this.tools].sort((a, b) => a - b),
      firstTool: this.changes[this.changes.length - changes.length - 1]?.to ?? this.firstTool ?? 0,
      changes: changes.map(({ height, between, ...change }) => ({
        ...change,
        layer: (layerOf.get(height) ?? 0) + 1,
        moves: between && ownMoves(between.lines, between.laid),
      })),
      nozzleC: this.nozzleC,
      bedC: this.bedC,
      filamentMm: round(this.filamentMm),
      lines: this.lines,
      cut: this.seemsCut(),
    }
  }

  private seemsCut(): string | null {
    if (this.layersByHeight.size === 0 || this.heatersOff) return null
    return /^\s*G[0-3]\b/i.test(this.lastRaw) || !/^\s*(;|$|[GMT]\d)/i.test(this.lastRaw)
      ? `It ends in the middle, at line ${this.lines} (“${this.lastRaw.trim().slice(0, 40)}”), with nothing switched off. The facts below cover the part up to there.`
      : null
  }
}

/** The material whose temperatures are closest to the file's. */
function nearestMaterial(nozzleC: number | undefined, bedC: number | null, materials: readonly Material[]): string {
  const distance = (material: Material) =>
    Math.abs(material.nozzleC - (nozzleC ?? material.nozzleC)) + Math.abs(material.bedC - (bedC ?? material.bedC))
  return [...materials].sort((a, b) => distance(a) - distance(b))[0]?.name ?? ''
}

/** Converts the file's tool numbers to indexes into the printer's list. */
function byPlace(facts: PrintFacts, printer: Printer): PrintFacts {
  const family = familyOf(printer)
  const at = (address: number) => toolsAt(family, printer, address)[0] ?? address
  const nozzleC = Object.entries(facts.nozzleC).map(([tool, celsius]) => [at(Number(tool)), celsius])
  return {
    ...facts,
    tools: facts.tools.map(at).sort((a, b) => a - b),
    firstTool: at(facts.firstTool),
    changes: facts.changes.map(change => ({ ...change, from: at(change.from), to: at(change.to) })),
    nozzleC: Object.fromEntries(nozzleC),
  }
}

/** Makes a job for this printer from a file's facts, or says why there is none. */
export function jobFrom(
  read: PrintFacts,
  name: string,
  materials: readonly Material[],
  printer?: Printer,
): Job | string {
  const facts = printer ? byPlace(read, printer) : read
  const { area, topMm, firstLayerMm, layerMm, tools, firstTool, nozzleC, bedC } = facts
  if (!area || !(firstLayerMm > 0)) return 'No line of it lays filament along a way, so there is no print in it.'
  // Tools are T0 up to the highest one used, unless only one is used.
  const highest = tools.at(-1) ?? 0
  const used = tools.length === 1 ? tools : Array.from({ length: highest + 1 }, (_, tool) => tool)
  return {
    name,
    about: `Read from a print file of ${facts.lines.toLocaleString('en')} lines`,
    materials: used.map(tool => nearestMaterial(nozzleC[tool] ?? nozzleC[firstTool], bedC, materials)),
    firstTool,
    area: { kind: 'at', left: area.left, right: area.right, front: area.front, back: area.back },
    top: { kind: 'height', mm: topMm },
    firstLayerMm,
    layerMm,
    tower: null,
    takes: null,
    ...nothingBetween,
    changes: facts.changes.length ? { kind: 'list', list: facts.changes } : null,
  }
}
