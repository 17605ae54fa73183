// Assembles a printer from learned fields: the best known value of each field, on top of usual values for such a
// machine.
import * as v from 'valibot'
import { type Answers, firstTool, printerFrom, usualAnswers, usualFieldsOf } from '../model/new-printer.ts'
import { Printer } from '../model/printer.ts'
import type { Ask, How, LearnedField, PassedOver } from './findings.ts'

const weight: Record<How, number> = { guessed: 1, derived: 2, stated: 3 }

type Fields = Map<string, LearnedField>

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)
const placeOf = ({ file, line }: LearnedField): string => (file ? `${file}${line ? `, line ${line}` : ''}` : 'no file')
/** A value in a question. */
const shown = (value: unknown): string => (Array.isArray(value) ? value.join(' to ') : String(value))

/** `tools.*.retractMm` applies to each tool. */
function spread(learned: readonly LearnedField[]): LearnedField[] {
  const numbers = learned.flatMap(({ field }) => {
    const number = /^tools\.(\d+)\./.exec(field)?.[1]
    return number === undefined ? [] : [Number(number)]
  })
  const count = Math.max(0, ...numbers) + 1
  return learned.flatMap(each =>
    each.field.startsWith('tools.*.')
      ? Array.from({ length: count }, (_, i) => ({ ...each, field: each.field.replace('*', String(i)) }))
      : [each],
  )
}

/**
 * The best known value of each field. Of two that are equally well known the later one counts, and if both are stated,
 * a question is asked.
 */
function best(learned: readonly LearnedField[], asks: Ask[]): Fields {
  const fields: Fields = new Map()
  for (const each of learned) {
    const before = fields.get(each.field)
    if (before && weight[before.how] > weight[each.how]) continue
    // A file that states a field twice means the later value; two different files contradict each other.
    if (
      before &&
      before.how === each.how &&
      each.how !== 'guessed' &&
      before.file !== each.file &&
      !same(before.value, each.value)
    ) {
      const plain = [before.value, each.value].every(value => typeof value !== 'object' || Array.isArray(value))
      if (plain)
        asks.push({
          key: each.field,
          question: `${placeOf(before)}, says ${shown(before.value)}; ${placeOf(each)}, says ${shown(each.value)}. Which is right?`,
          proposed: each.value,
        })
    }
    fields.set(each.field, each)
  }
  return fields
}

type Json = { [key: string]: unknown } | unknown[]

/** Sets a value at a path such as `tools.0.nozzleMm`, creating missing parts. */
function put(target: Json, way: string, value: unknown): void {
  const parts = way.split('.')
  let at: Json = target
  parts.slice(0, -1).forEach((part, i) => {
    const here = at as Record<string, unknown>
    const next = here[part]
    if (typeof next !== 'object' || next === null) here[part] = /^\d+$/.test(parts[i + 1] ?? '') ? [] : {}
    at = here[part] as Json
  })
  ;(at as Record<string, unknown>)[parts.at(-1) as string] = value
}

const valueAt = (target: unknown, way: string): unknown =>
  way.split('.').reduce<unknown>((at, part) => (at as Record<string, unknown> | null | undefined)?.[part], target)

const spanOf = (fields: Fields, field: string): [number, number] | null =>
  (fields.get(field)?.value as [number, number] | undefined) ?? null

/** The answers that usual values depend on, from the known fields. */
function answersFrom(fields: Fields): Answers {
  const value = <T>(field: string, otherwise: T): T => (fields.has(field) ? (fields.get(field)?.value as T) : otherwise)
  const wide = (axis: 'x' | 'y', otherwise: number) => {
    const span = spanOf(fields, `bed.${axis}`) ?? spanOf(fields, `reach.${axis}`)
    return span ? span[1] - span[0] : otherwise
  }
  const tools = [...fields.keys()].flatMap(field => Number(/^tools\.(\d+)\./.exec(field)?.[1] ?? -1))
  const count = Math.min(64, Math.max(0, ...tools) + 1)
  const hasProbe = [...fields.keys()].some(field => field.startsWith('probe.')) && fields.get('probe')?.value !== null
  return {
    ...usualAnswers,
    name: value('name', 'My printer') || 'My printer',
    widthMm: wide('x', usualAnswers.widthMm),
    depthMm: wide('y', usualAnswers.depthMm),
    heightMm: spanOf(fields, 'reach.z')?.[1] ?? usualAnswers.heightMm,
    round: value('bed.round', false),
    origin: (spanOf(fields, 'bed.x')?.[0] ?? 0) < 0 ? 'middle' : 'corner',
    family: value('firmware.family', usualAnswers.family),
    bedCarriedOn: value('bedCarriedOn', usualAnswers.bedCarriedOn),
    probe: hasProbe ? value('probe.kind', 'touch') : 'none',
    nozzleHighestC: value('heaters.nozzle.highestC', usualAnswers.nozzleHighestC),
    bedHighestC: value('heaters.bed.highestC', usualAnswers.bedHighestC),
    tools: Array.from({ length: count }, () => firstTool),
  }
}

/** The question for a number that no file states: how to measure it. */
const measuring: Readonly<Record<string, string>> = {
  'heaters.nozzle.secondsTo200':
    'How many seconds does the nozzle take from a cold room to 200 °C? Send M104 S200 and watch the clock.',
  'heaters.bed.secondsTo60':
    'How many seconds does the bed take from a cold room to 60 °C? Send M140 S60 and watch the clock.',
  'heaters.bed.secondsTo100':
    'How many seconds does the bed take from a cold room to 100 °C? Send M140 S100 and watch the clock.',
  'tools.0.highestFlowMm3S':
    'How much can the hot end melt, mm³/s? The manufacturer’s value, or the flow at which the extruder starts to grind.',
}

function usualTold(printer: Printer, fields: Fields): LearnedField[] {
  return usualFieldsOf(printer).flatMap((field): LearnedField[] => {
    const value = valueAt(printer, field)
    const within = [...fields.keys()].some(known => known === field || field.startsWith(`${known}.`))
    if (value === undefined || within) return []
    return [{ field, value, file: null, line: null, how: 'guessed', why: 'what is usual for such a machine' }]
  })
}

/**
 * A printer with these fields and their sources, or the schema's issues if no printer can have them. `base` is not
 * changed.
 */
export function withLearned(base: Printer, learned: readonly LearnedField[]): v.SafeParseResult<typeof Printer> {
  // Two tools may share one offset object, and a structured clone would keep that.
  const made: Json = JSON.parse(JSON.stringify(base))
  // Shorter paths first, so that a part's value is set after the whole's.
  for (const { field, value } of [...learned].sort((a, b) => a.field.length - b.field.length))
    put(made, field, structuredClone(value))
  return v.safeParse(Printer, { ...made, sources: { ...base.sources, ...sourcesOf(learned) } })
}

/** `usual` is the printer without any learned field. */
export type Assembled = {
  printer: Printer
  usual: Printer
  told: LearnedField[]
  asks: Ask[]
  passedOver: PassedOver[]
}

/** The printer with all learned fields. Impossible values are skipped with the reason. Never throws. */
export function assemble(all: readonly LearnedField[]): Assembled {
  const asks: Ask[] = []
  const passedOver: PassedOver[] = []
  const fields = best(spread(all), asks)
  for (;;) {
    const usual = printerFrom(answersFrom(fields))
    const noProbe = fields.get('probe')?.value === null
    const parsed = withLearned(
      usual,
      [...fields.values()].filter(({ field }) => !(noProbe && field.startsWith('probe.'))),
    )
    const wrong = parsed.success ? null : wrongField(parsed.issues, fields)
    if (parsed.success || !wrong) {
      const printer = parsed.success ? parsed.output : usual
      const told = [...fields.values()].filter(({ field }) => !(noProbe && field.startsWith('probe.')))
      const guessed = usualTold(printer, fields)
      for (const { field, value } of [...told.filter(({ how }) => how === 'guessed'), ...guessed])
        if (measuring[field]) asks.push({ key: field, question: measuring[field], proposed: value })
      return {
        printer: { ...printer, sources: sourcesOf([...told, ...guessed]) },
        usual,
        told: [...told, ...guessed],
        asks,
        passedOver,
      }
    }
    fields.delete(wrong.field)
    if (wrong.file)
      passedOver.push({
        file: wrong.file,
        line: wrong.line,
        why: `“${shown(wrong.value).slice(0, 40)}” is not a possible value there.`,
      })
  }
}

/** The learned field that caused a schema issue. */
function wrongField(issues: readonly v.BaseIssue<unknown>[], fields: Fields): LearnedField | null {
  for (const issue of issues) {
    const way = (issue.path ?? []).map(({ key }) => String(key)).join('.')
    const found = [...fields.values()].find(
      ({ field }) => field === way || way.startsWith(`${field}.`) || field.startsWith(`${way}.`),
    )
    if (found) return found
  }
  return null
}

/** The sources of fields to store with a printer; for texts only that they exist. */
const sourcesOf = (learned: readonly LearnedField[]): Printer['sources'] =>
  Object.fromEntries(learned.map(({ field, how, file, line }) => [field, { how, file, line }]))
