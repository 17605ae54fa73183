// Reads from a print file what is printed: its area, height, layers, tools and temperatures. Takes it in pieces, keeps little.
import { type Job, nothingBetween, type ToolChange } from '../model/job.ts'
import type { Material } from '../model/material.ts'

type Box = { left: number; right: number; front: number; back: number; extrudedMm: number }

/** What was found; temperatures are the last that were set before the first layer was left. Lengths mm. */
export type PrintFacts = {
  area: { left: number; right: number; front: number; back: number } | null
  topMm: number
  firstLayerMm: number
  layerMm: number
  layers: number
  /** Tools that pushed filament, lowest first, and the first of them. */
  tools: number[]
  firstTool: number
  /** Where another tool goes on laying than the one before, with the places before and after; layers from 1. */
  changes: ToolChange[]
  nozzleC: Record<number, number>
  bedC: number | null
  /** Filament extruded and not retracted again, mm, of all tools. */
  filamentMm: number
  lines: number
  /** Why it seems to end in the middle; null when it does not. */
  cut: string | null
}

/** Heights this near are one layer, mm. */
const sameHeightMm = 0.005
const mostLayers = 100_000
const mostChanges = 20_000

const none = (): Box => ({ left: Infinity, right: -Infinity, front: Infinity, back: -Infinity, extrudedMm: 0 })

/** A number after a letter in a line, from `at` on; NaN where there is none. */
function numberAfter(line: string, letter: string, from: number): number {
  for (let at = from; at < line.length; at++) {
    const sign = line[at]
    if (sign === ';') return Number.NaN
    if (sign === letter) return Number.parseFloat(line.slice(at + 1, at + 24))
  }
  return Number.NaN
}

/**
 * Give it a file's text piece by piece with `take`, then ask for `facts`. Moves are followed as far as places, heights and
 * filament go; time is not. The area is that of the layers above the first, where there are any, since purge lines and skirts
 * lie on the first.
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
  /** Where filament was laid last, and with which tool. */
  private laid: { tool: number; x: number; y: number } | null = null
  private readonly changes: (Omit<ToolChange, 'layer'> & { height: number })[] = []
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
    const first = raw.charCodeAt(0)
    // G, M and T in either case; everything else tells nothing here.
    if (first === 71 || first === 103) this.move(raw)
    else if (first === 77 || first === 109) this.other(raw)
    else if (first === 84 || first === 116) {
      const tool = Number.parseInt(raw.slice(1), 10)
      if (tool >= 0) this.tool = tool
    }
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
    const pushed = this.filamentRelative ? e : e - this.e
    this.e = this.filamentRelative ? this.e : e
    this.filamentMm += pushed
    if (pushed > 0 && (this.x !== fromX || this.y !== fromY)) this.lay(fromX, fromY, pushed)
  }

  private placed(now: number, value: number): number {
    return Number.isNaN(value) ? now : this.relative ? now + value : value
  }

  private lay(fromX: number, fromY: number, pushed: number): void {
    this.firstTool ??= this.tool
    this.tools.add(this.tool)
    const key = Math.round(this.z / sameHeightMm)
    const { laid } = this
    if (laid && laid.tool !== this.tool && this.changes.length < mostChanges)
      this.changes.push({
        height: key,
        from: laid.tool,
        to: this.tool,
        leavesAt: { x: laid.x, y: laid.y },
        goesOnAt: { x: fromX, y: fromY },
      })
    this.laid = { tool: this.tool, x: this.x, y: this.y }
    let box = this.layersByHeight.get(key)
    if (!box) {
      if (this.layersByHeight.size >= mostLayers) return
      box = none()
      this.layersByHeight.set(key, box)
    }
    box.left = Math.min(box.left, fromX, this.x)
    box.right = Math.max(box.right, fromX, this.x)
    box.front = Math.min(box.front, fromY, this.y)
    box.back = Math.max(box.back, fromY, this.y)
    box.extrudedMm += pushed
  }

  private other(raw: string): void {
    const code = Number.parseInt(raw.slice(1), 10)
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

  /** What the file tells, once all of it has been taken. */
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
    const steps = above
      .map((height, i) => (height - (i ? (above[i - 1] as number) : lowest)) * sameHeightMm)
      .sort((a, b) => a - b)
    const round = (value: number) => Math.round(value * 1000) / 1000
    const firstLayerMm = round(lowest * sameHeightMm)
    return {
      area: heights.length ? { left: area.left, right: area.right, front: area.front, back: area.back } : null,
      topMm: round((heights.at(-1) ?? 0) * sameHeightMm),
      firstLayerMm,
      layerMm: steps.length ? round(steps[steps.length >> 1] as number) : firstLayerMm,
      layers: heights.length,
      tools: [...this.tools].sort((a, b) => a - b),
      firstTool: this.firstTool ?? 0,
      changes: this.changes.map(({ height, ...change }) => ({ ...change, layer: (layerOf.get(height) ?? 0) + 1 })),
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
      ? `It ends in the middle, at line ${this.lines} (“${this.lastRaw.trim().slice(0, 40)}”), with nothing switched off. What it tells holds up to there.`
      : null
  }
}

/** The material whose temperatures are the nearest to what a file sets. */
function nearestMaterial(nozzleC: number | undefined, bedC: number | null, materials: readonly Material[]): string {
  const distance = (material: Material) =>
    Math.abs(material.nozzleC - (nozzleC ?? material.nozzleC)) + Math.abs(material.bedC - (bedC ?? material.bedC))
  return [...materials].sort((a, b) => distance(a) - distance(b))[0]?.name ?? ''
}

/** A job from what a print file tells, or why there is none in it. */
export function jobFrom(facts: PrintFacts, name: string, materials: readonly Material[]): Job | string {
  const { area, topMm, firstLayerMm, layerMm, tools, firstTool, nozzleC, bedC } = facts
  if (!area || !(firstLayerMm > 0)) return 'No line of it lays filament along a way, so there is no print in it.'
  // Tools are counted from T0 up to the highest one used, unless it is one alone.
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
