// Questions that only a person can answer, each with a proposal that is used until it is answered.
import type { Spot } from '../model/printer.ts'

/** `choices` are the possible answers; null for a number or a position. `changes` says what the answer affects. */
export type Ask = {
  key: string
  question: string
  proposed: string
  choices: readonly string[] | null
  changes: string
}

/** Thrown for an impossible answer; the sentence contains the question's key. */
export class AnswerRefused extends Error {}

export const leaveOut = 'leave out'

/** Collects questions while a plan is made, and returns the person's answers or the proposals. */
export class Questions {
  private readonly asked = new Map<string, Ask>()

  constructor(
    private readonly answers: Readonly<Record<string, string>>,
    private readonly there: string,
  ) {}

  get all(): readonly Ask[] {
    return [...this.asked.values()]
  }

  /** Questions without an answer. */
  get open(): readonly Ask[] {
    return this.all.filter(({ key }) => !this.isAnswered(key))
  }

  isAnswered(key: string): boolean {
    return Object.hasOwn(this.answers, key)
  }

  /** The answer to a question, or its proposal; refuses an answer that is not among its choices. */
  choose(ask: Ask): string {
    this.asked.set(ask.key, ask)
    const given = this.isAnswered(ask.key) ? (this.answers[ask.key] ?? '').trim() : ask.proposed
    const choice = ask.choices?.find(each => each.toLowerCase() === given.toLowerCase())
    if (ask.choices && choice === undefined)
      throw new AnswerRefused(`${ask.key} is one of ${ask.choices.join(', ')}, not “${given}”.`)
    return choice ?? given
  }

  number(ask: Omit<Ask, 'choices'>, [low, high]: readonly [number, number]): number {
    const given = this.choose({ ...ask, choices: null })
    const value = given === '' ? Number.NaN : Number(given)
    if (!(value >= low && value <= high))
      throw new AnswerRefused(`${ask.key} is a number from ${low} to ${high}, not “${given}”.`)
    return value
  }

  /** The target's position for a spot that it lacks; null if the moves there are left out. */
  spot(spot: Spot): Spot | null {
    const ask: Ask = {
      key: `spot:${spot.name}`,
      question: `${this.there} has no ${spot.name}. Which position should be used instead? A position as “X,Y”, or “${leaveOut}”.`,
      proposed: leaveOut,
      choices: null,
      changes: `the moves to the ${spot.name}, and what is extruded there`,
    }
    const given = this.choose(ask)
    if (given.toLowerCase() === leaveOut) return null
    const [x, y, more] = given.split(',').map(each => (each.trim() === '' ? Number.NaN : Number(each)))
    if (x === undefined || y === undefined || more !== undefined || !Number.isFinite(x + y))
      throw new AnswerRefused(`${ask.key} must be a position as “X,Y” in mm, or “${leaveOut}”, not “${given}”.`)
    return { ...spot, x, y }
  }

  /** The refusal for an answer whose key belongs to no question; null if all do. */
  get unasked(): string | null {
    const key = Object.keys(this.answers).find(each => !this.asked.has(each))
    if (key === undefined) return null
    const known = this.all.map(each => each.key)
    return `There is no question “${key}”${known.length ? `; there are ${known.join(', ')}` : ''}.`
  }
}
