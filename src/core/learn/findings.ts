// What reading files tells of a printer: fields with where they come from, what to ask, and what was passed over with its reason.
import type { HowKnown } from '../model/printer.ts'
import type { TaughtCommand } from '../model/taught.ts'

export type GivenFile = { name: string; text: string }
export type Place = { file: string; line: number }

/** How a field can be known from files. */
export type How = Exclude<HowKnown, 'measured'>

/** One field of a printer; `field` is its way in the schema, as `tools.0.nozzleMm`. File and line are null where no file says it. */
export type Told = { field: string; value: unknown; file: string | null; line: number | null; how: How; why?: string }

/** What no file answers for certain, with what is proposed; `key` is the field that the answer is for, where it is for one. */
export type Ask = { key: string; question: string; proposed: unknown }

/** `line` is null where the whole file is passed over. */
export type PassedOver = { file: string; line: number | null; why: string }

/** Collects what one reader finds. */
export class Notes {
  readonly told: Told[] = []
  readonly asks: Ask[] = []
  readonly passedOver: PassedOver[] = []
  readonly taught: TaughtCommand[] = []

  private put(how: How, field: string, value: unknown, place: Place | null, why?: string): void {
    if (value === null || value === undefined || (typeof value === 'number' && !Number.isFinite(value))) return
    this.told.push({
      field,
      value,
      file: place?.file ?? null,
      line: place?.line ?? null,
      how,
      ...(why !== undefined && { why }),
    })
  }

  /** A file says it. */
  state(field: string, value: unknown, place: Place): void {
    this.put('stated', field, value, place)
  }

  /** It follows from what a file says: why, in half a sentence. */
  derive(field: string, value: unknown, place: Place, why: string): void {
    this.put('derived', field, value, place, why)
  }

  /** What is usual for such a machine; a place where a file gives a hint. */
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
