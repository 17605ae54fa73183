// What only a person knows: a few questions, each with what is taken where nobody has answered.
import type { Spot } from '../model/printer.ts'

/** `choices` are the answers that can be; null where it is a number or a place. `changes` says what the answer decides. */
export type Ask = {
  key: string
  question: string
  proposed: string
  choices: readonly string[] | null
  changes: string
}

/** An answer that can't be, in a sentence with the question's key. */
export class AnswerRefused extends Error {}

export const leaveOut = 'leave out'

/** Asks as a plan goes along, and gives the person's answers, or what is proposed. */
export class Questions {
  private readonly asked = new Map<string, Ask>()

  constructor(
    private readonly answers: Readonly<Record<string, string>>,
    private readonly there: string,
  ) {}

  get all(): readonly Ask[] {
    return [...this.asked.values()]
  }

  /** Those that nobody has answered. */
  get open(): readonly Ask[] {
    return this.all.filter(({ key }) => !this.isAnswered(key))
  }

  isAnswered(key: string): boolean {
    return Object.hasOwn(this.answers, key)
  }

  /** The answer to a question, or its proposal; refuses one that is none of its choices. */
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

  /** Where a spot of the one printer is on the other, which has none of that name; null where what is done there is left out. */
  spot(spot: Spot): Spot | null {
    const ask: Ask = {
      key: `spot:${spot.name}`,
      question: `${this.there} has no ${spot.name}. Where does what is done there go: a place as “X,Y”, or “${leaveOut}”?`,
      proposed: leaveOut,
      choices: null,
      changes: `the moves to the ${spot.name}, and what is extruded there`,
    }
    const given = this.choose(ask)
    if (given.toLowerCase() === leaveOut) return null
    const [x, y, more] = given.split(',').map(each => (each.trim() === '' ? Number.NaN : Number(each)))
    if (x === undefined || y === undefined || more !== undefined || !Number.isFinite(x + y))
      throw new AnswerRefused(`${ask.key} is a place as “X,Y” in mm, or “${leaveOut}”, not “${given}”.`)
    return { ...spot, x, y }
  }

  /** Why these answers are none: the first key that no question has. Null where all belong to one. */
  get unasked(): string | null {
    const key = Object.keys(this.answers).find(each => !this.asked.has(each))
    if (key === undefined) return null
    const known = this.all.map(each => each.key)
    return `Nothing is asked as “${key}”${known.length ? `; asked are ${known.join(', ')}` : ''}.`
  }
}
