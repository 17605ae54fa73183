// Which jobs and materials a printer can print, whatever the script.

import { changesOf } from '../model/changes.ts'
import { areaOn, type Job, toolsUsed, topOn } from '../model/job.ts'
import type { Material } from '../model/material.ts'
import { isChangeMoment, type Moment } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'

/** A job with the materials of its tools, in the order of the tools. */
export type Run = { job: Job; materials: readonly Material[] }

/** Why a job can't be printed on a printer; null if it can. */
export function misfit(job: Job, printer: Printer): string | null {
  const area = areaOn(job, printer)
  const { bed, reach } = printer
  // A mixing hot end has blends after its tools; its scripts define them.
  const blends = job.materials.length === 1 && printer.tools.some(({ mixingInputs }) => mixingInputs > 1)
  const tool = toolsUsed(job).find(each => each >= printer.tools.length && !blends)
  if (tool !== undefined)
    return `It prints with tool T${tool}; ${printer.name} has ${printer.tools.length === 1 ? 'one tool' : `tools up to T${printer.tools.length - 1}`}.`
  if (area.left < bed.x[0] || area.right > bed.x[1] || area.front < bed.y[0] || area.back > bed.y[1])
    return `It is larger than the bed of ${printer.name}.`
  return topOn(job, printer) > reach.z[1] ? `It is higher than ${printer.name} reaches.` : null
}

/** The default job for a script of this moment: the first; for a tool change the first with tool changes. */
export const jobFor = (jobs: readonly Job[], printer: Printer, moment: Moment): Job | undefined =>
  (isChangeMoment(moment)
    ? jobs.find(job => misfit(job, printer) === null && changesOf(job, printer).length > 0)
    : undefined) ?? jobs[0]

/** Why a material can't be printed on a printer; null if it can. */
export function tooHotFor({ name, nozzleC, bedC }: Material, { heaters, name: printer }: Printer): string | null {
  if (nozzleC > heaters.nozzle.highestC)
    return `${name} wants ${nozzleC} °C; the nozzle of ${printer} takes ${heaters.nozzle.highestC} °C.`
  return bedC > heaters.bed.highestC
    ? `${name} wants a bed of ${bedC} °C; that of ${printer} takes ${heaters.bed.highestC} °C.`
    : null
}

/** The jobs that a printer can't print, or whose materials are unknown, with the reason. */
export function leftOut(
  jobs: readonly Job[],
  known: readonly Material[],
  printer: Printer,
): { job: string; why: string }[] {
  return jobs.flatMap(job => {
    const missing = job.materials.find(name => !known.some(each => each.name === name))
    const why = misfit(job, printer) ?? (missing === undefined ? null : `There is no material called “${missing}”.`)
    return why ? [{ job: job.name, why }] : []
  })
}

/** The jobs that a printer can print, each with its materials. */
export function ownRuns(jobs: readonly Job[], known: readonly Material[], printer: Printer): Run[] {
  return jobs.flatMap((job): Run[] => {
    if (misfit(job, printer)) return []
    const materials = job.materials.flatMap(name => known.find(each => each.name === name) ?? [])
    return materials.length === job.materials.length ? [{ job, materials }] : []
  })
}

/** The same, each in every material that the printer can print; jobs of several tools unchanged. */
export function inEveryMaterial(jobs: readonly Job[], known: readonly Material[], printer: Printer): Run[] {
  const fitting = known.filter(material => tooHotFor(material, printer) === null)
  return ownRuns(jobs, known, printer).flatMap(({ job, materials }): Run[] =>
    job.materials.length > 1
      ? [{ job, materials }]
      : fitting.map(material => ({
          job: { ...job, name: `${job.name}, ${material.name}`, materials: [material.name] },
          materials: [material],
        })),
  )
}
