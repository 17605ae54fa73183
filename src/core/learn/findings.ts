// Results of reading files: fields with their sources, questions, and skipped lines with the reason.
import type { HowKnown } from '../model/printer.ts'
import type { TaughtCommand } from '../model/taught.ts'

export type GivenFile = { name: string; text: string }
export type Place = { file: string; line: number }

/** How a field is known from files. */
export type How = Exclude<HowKnown, 'measured'>

/**
 * A field of a printer; `field` is its path, such as `tools.0.nozzleMm`. File and line are null if no file states it.
 */
export type LearnedField = {
  field: string
  value: unknown
  file: string | null
  line: number | null
  how: How
  why?: string
}

/** A question that no file answers for certain, with a proposal; `key` is the field of the answer, if it is for one. */
export type Ask = { key: string; question: string; proposed: unknown }

/** `line` is null for a whole file. */
export type PassedOver = { file: string; line: number | null; why: string }

/** Collects the results of one reader. */
export class Notes {
  readonly fields: LearnedField[] = []
  readonly asks: Ask[] = []
  readonly passedOver: PassedOver[] = []
  readonly taught: TaughtCommand[] = []

  private put(how: How, field: string, value: unknown, place: Place | null, why?: string): void {
    if (value === null || value === undefined || (typeof value === 'number' && !Number.isFinite(value))) return
    this.fields.push({
      field,
      value,
      file: place?.file ?? null,
      line: place?.line ?? null,
      how,
      ...(why !== undefined && { why }),
    })
  }

  /** Records a field that a file states. */
  state(field: string, value: unknown, place: Place): void {
    this.put('stated', field, value, place)
  }

  /** Records a field that follows from a file, with the reason in half a sentence. */
  derive(field: string, value: unknown, place: Place, why: string): void {
    this.put('derived', field, value, place, why)
  }

  /** Records a usual value, with the position of a hint if there is one. */
  guess(field: string, value: unknown, why: string, place: Place | null = null): void {
    this.put('guessed', field, value, place, why)
  }

  ask(key: string, question: string, proposed: unknown): void {
    if (!this.asks.some(each => each.key === key)) this.asks.push({ key, question, proposed })
  }

  pass({ file, line }: { file: string; line: number | null }, why: string): void {
    this.passedOver.push({ file, line, why })
  }
}
