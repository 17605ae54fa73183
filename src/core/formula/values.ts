// The list of values that scripts can use: unit, meaning, the moments when each exists, and how it is calculated.
import { changeFor } from '../model/changes.ts'
import { featuresOf } from '../model/feature.ts'
import {
  areaOn,
  type Change,
  heightOfLayer,
  type Job,
  layerRehearsed,
  layersOn,
  toolsUsed,
  topOn,
} from '../model/job.ts'
import type { Material } from '../model/material.ts'
import { changeMoments, isChangeMoment, type Moment, withinPrint } from '../model/moment.ts'
import { axes, type Printer } from '../model/printer.ts'
import type { Missing, Quantity, Scope, ToolName, Unit } from './evaluate.ts'

/** What the values are calculated from. */
export type World = {
  printer: Printer
  job: Job
  moment: Moment
  /** The rehearsed layer, from 1; if absent, half way up. */
  layer?: number | undefined
  /** The tools of a tool change and the position where the print goes on; if absent, those of the job. */
  change?: Change | undefined
  /** The material of a tool that the job uses. */
  materialOf: (tool: number) => Material
}

export type ValueSpec = {
  name: string
  unit: Unit
  /** A short description. */
  says: string
  perTool: boolean
  /** The moments at which the value exists; always if absent. */
  moments?: readonly Moment[]
  /** Null if this printer or job has no such value. */
  from: (world: World, tool: number) => number | null
}

const value = (name: string, unit: Unit, says: string, from: (world: World) => number | null): ValueSpec => ({
  name,
  unit,
  says,
  perTool: false,
  from,
})
const ofTool = (name: string, unit: Unit, says: string, from: ValueSpec['from']): ValueSpec => ({
  name,
  unit,
  says,
  perTool: true,
  from,
})
const only = (moments: readonly Moment[], spec: ValueSpec): ValueSpec => ({ ...spec, moments })

const ofMaterial = (name: string, unit: Unit, says: string, from: (material: Material) => number): ValueSpec =>
  ofTool(name, unit, says, ({ materialOf }, tool) => from(materialOf(tool)))

const layerNow = ({ job, printer, layer }: World): number => layerRehearsed(job, printer, layer)

/**
 * The position where the print goes on, mm: the print file's if known, otherwise the back right corner of the print.
 */
const goesOnAt = ({ job, printer, change }: World) => {
  const { right, back } = areaOn(job, printer)
  return change?.goesOnAt ?? { x: right, y: back }
}

/** All values except those of the printer's spots. */
export const valueSpecs: readonly ValueSpec[] = [
  ofMaterial('nozzle', '°C', 'nozzle for the first layer', ({ nozzleC }) => nozzleC),
  ofMaterial('nozzle_later', '°C', 'nozzle for later layers', ({ nozzleLaterC }) => nozzleLaterC),
  ofMaterial('bed', '°C', 'bed for the first layer', ({ bedC }) => bedC),
  ofMaterial('bed_later', '°C', 'bed for later layers', ({ bedLaterC }) => bedLaterC),
  ofMaterial('chamber', '°C', 'air around the print', ({ chamberC }) => chamberC),
  ofMaterial('ooze_safe', '°C', 'what the nozzle may hold without oozing', ({ oozeSafeC }) => oozeSafeC),
  ofMaterial('soak', 'min', 'how long the bed should settle', ({ soakMin }) => soakMin),
  ofMaterial('flow', '', 'flow factor of the material', ({ flowFactor }) => flowFactor),
  ofTool('nozzle_size', 'mm', 'width of the nozzle', ({ printer }, tool) => printer.tools[tool]?.nozzleMm ?? null),
  ofTool(
    'filament_size',
    'mm',
    'diameter of the filament',
    ({ printer }, tool) => printer.tools[tool]?.filamentMm ?? null,
  ),
  value('first_layer', 'mm', 'height of the first layer', ({ job }) => job.firstLayerMm),
  value('layer_height', 'mm', 'height of later layers', ({ job }) => job.layerMm),
  value('layers', '', 'how many layers there are', ({ job, printer }) => layersOn(job, printer)),
  only(withinPrint, value('layer', '', 'the layer that comes now', layerNow)),
  only(
    withinPrint,
    value('height', 'mm', 'how high that layer reaches', world => heightOfLayer(world.job, layerNow(world))),
  ),
  value('top', 'mm', 'how high the print is', ({ job, printer }) => topOn(job, printer)),
  value('print_left', 'mm', 'left edge of the print', ({ job, printer }) => areaOn(job, printer).left),
  value('print_right', 'mm', 'right edge of the print', ({ job, printer }) => areaOn(job, printer).right),
  value('print_front', 'mm', 'front edge of the print', ({ job, printer }) => areaOn(job, printer).front),
  value('print_back', 'mm', 'back edge of the print', ({ job, printer }) => areaOn(job, printer).back),
  value('first_tool', '', 'the tool that begins', ({ job }) => job.firstTool),
  only(
    changeMoments,
    value('from_tool', '', 'the tool that is left', world => changeFor(world.job, world.change).from),
  ),
  only(
    changeMoments,
    value('to_tool', '', 'the tool that is taken', world => changeFor(world.job, world.change).to),
  ),
  only(
    withinPrint,
    value('next_x', 'mm', 'where the print goes on, along X', world => goesOnAt(world).x),
  ),
  only(
    withinPrint,
    value('next_y', 'mm', 'where the print goes on, along Y', world => goesOnAt(world).y),
  ),
  value('tools_used', '', 'how many tools the job uses', ({ job }) => toolsUsed(job).length),
  value('bed_left', 'mm', 'left edge of the bed', ({ printer }) => printer.bed.x[0]),
  value('bed_right', 'mm', 'right edge of the bed', ({ printer }) => printer.bed.x[1]),
  value('bed_front', 'mm', 'front edge of the bed', ({ printer }) => printer.bed.y[0]),
  value('bed_back', 'mm', 'back edge of the bed', ({ printer }) => printer.bed.y[1]),
  value('reach_left', 'mm', 'as far left as the head goes', ({ printer }) => printer.reach.x[0]),
  value('reach_right', 'mm', 'as far right as the head goes', ({ printer }) => printer.reach.x[1]),
  value('reach_front', 'mm', 'as far forward as the head goes', ({ printer }) => printer.reach.y[0]),
  value('reach_back', 'mm', 'as far back as the head goes', ({ printer }) => printer.reach.y[1]),
  value('reach_bottom', 'mm', 'as low as the head goes', ({ printer }) => printer.reach.z[0]),
  value('reach_top', 'mm', 'as high as the head goes', ({ printer }) => printer.reach.z[1]),
]

/** Values that are texts, for comparison with quoted texts. */
export const textSpecs: readonly {
  name: string
  says: string
  perTool: boolean
  from: (world: World, tool: number) => string
}[] = [
  {
    name: 'material',
    says: 'name of the material',
    perTool: true,
    from: ({ materialOf }, tool) => materialOf(tool).name,
  },
  { name: 'job_name', says: 'name of the job', perTool: false, from: ({ job }) => job.name },
  { name: 'printer_name', says: 'name of the printer', perTool: false, from: ({ printer }) => printer.name },
]

const byName = new Map(valueSpecs.map(spec => [spec.name, spec]))

const known = (spec: ValueSpec, found: number | null): Quantity | Missing =>
  found === null
    ? { missing: 'not-now', why: `This printer has no ${spec.says} (${spec.name}).` }
    : { value: found, unit: spec.unit }

const sameForAll = (name: string): Missing => ({ missing: 'unknown', why: `“${name}” is the same for every tool.` })

const unknown = (name: string): Missing => ({
  missing: 'unknown',
  why: `Unknown value “${name}”. Settings must be above the lines that use them.`,
})

/** The coordinates of a spot: `bucket_x` for a spot named bucket. */
function spotValue({ printer }: World, name: string): Quantity | null {
  const [, spotName, axis] = /^(.+)_([xyz])$/.exec(name) ?? []
  const spot = printer.spots.find(each => each.name === spotName)
  const at = axes.find(each => each === axis)
  return spot && at ? { value: spot[at], unit: 'mm' } : null
}

/** The scope of formulas while `tool` is in use, including the settings above them. */
export function scopeOf(world: World, tool: number, settings: ReadonlyMap<string, Quantity>): Scope {
  const { job, moment } = world
  const used = toolsUsed(job)
  /** A tool that the job does not use has no material; the material of the job's first tool is used instead. */
  const inUse = used.includes(tool) ? tool : job.firstTool
  const numberOf = (name: ToolName): number | null =>
    typeof name === 'number'
      ? name
      : name === 'first'
        ? job.firstTool
        : !isChangeMoment(moment)
          ? null
          : changeFor(world.job, world.change)[name === 'next' ? 'to' : 'from']
  const usedTool = (name: ToolName): number | Missing => {
    const wanted = numberOf(name)
    if (wanted === null) return { missing: 'not-now', why: `Only a tool change has a ${name} tool.` }
    return used.includes(wanted) ? wanted : { missing: 'not-now', why: `This job does not use tool T${wanted}.` }
  }
  const specNow = (name: string): ValueSpec | Missing => {
    const spec = byName.get(name)
    if (!spec) return unknown(name)
    if (!spec.moments || spec.moments.includes(moment)) return spec
    return { missing: 'not-now', why: `There is no “${name}” at this moment: ${spec.says}.` }
  }
  return {
    value(name, of) {
      const setting = of === null ? settings.get(name) : undefined
      if (setting) return setting
      const spec = specNow(name)
      if ('missing' in spec) return (of === null && spotValue(world, name)) || spec
      if (of === null) return known(spec, spec.from(world, inUse))
      const wanted = spec.perTool ? usedTool(of) : sameForAll(name)
      return typeof wanted === 'number' ? known(spec, spec.from(world, wanted)) : wanted
    },
    ofEachTool(name) {
      const spec = specNow(name)
      if ('missing' in spec) return spec
      if (!spec.perTool) return sameForAll(name)
      const all = used.map(each => known(spec, spec.from(world, each)))
      return all.find((each): each is Missing => 'missing' in each) ?? (all as Quantity[])
    },
    text(name, of) {
      const spec = textSpecs.find(each => each.name === name)
      if (!spec || (of === null && settings.has(name))) return undefined
      if (of === null) return spec.from(world, inUse)
      const wanted = spec.perTool ? usedTool(of) : sameForAll(name)
      return typeof wanted === 'number' ? spec.from(world, wanted) : wanted
    },
    uses(name) {
      const wanted = numberOf(name)
      return wanted !== null && used.includes(wanted)
    },
    has: feature => featuresOf(world.printer).has(feature),
  }
}
