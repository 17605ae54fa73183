// Assembles the changes of a plan in the order of the carried text, from the outcome of each line of the written-out
// script.
import type { Change } from './changes.ts'
import type { Flat } from './flatten.ts'
import type { Addition, ChangeKind, Outcome } from './outcomes.ts'

/** Each line of the script with its outcome, and additions between them. */
export function assembled(
  raws: readonly { raw: string }[],
  flat: Flat,
  flatRaws: readonly string[],
  outcomes: ReadonlyMap<number, Outcome>,
  additions: readonly Addition[],
): Change[] {
  const ofOrigin = new Map<number, number[]>()
  for (const [i, origin] of flat.origins.entries()) ofOrigin.set(origin, [...(ofOrigin.get(origin) ?? []), i + 1])
  const addedAfter = (flatLine: number) => additions.filter(({ after }) => after === flatLine)
  const asChange = ({ lines, why }: Addition, origin: number): Change => ({
    id: `+${origin}:${lines[0]}`,
    line: null,
    became: [...lines],
    kind: 'added',
    why,
  })
  const changes: Change[] = addedAfter(0).map(each => asChange(each, 0))
  raws.forEach(({ raw }, i) => {
    const number = i + 1
    const own = ofOrigin.get(number) ?? []
    const after = own
      .flatMap((flatLine, at) => (at === own.length - 1 ? addedAfter(flatLine) : []))
      .map(each => asChange(each, number))
    const change = own.length === 0 ? gone(flat, number) : whole(own, flat, flatRaws, outcomes, additions, raw, number)
    changes.push(change, ...after)
  })
  return changes
}

const gone = ({ gone: whys }: Flat, number: number): Change => ({
  id: String(number),
  line: number,
  became: [],
  kind: 'left-out',
  why: whys.get(number) ?? 'Nothing of it remains on the target.',
})

/** The outcome of a line; for a call that was written out, the outcome of all its lines. */
function whole(
  own: readonly number[],
  flat: Flat,
  flatRaws: readonly string[],
  outcomes: ReadonlyMap<number, Outcome>,
  additions: readonly Addition[],
  raw: string,
  number: number,
): Change {
  const id = String(number)
  const parts = own.map(
    flatLine => outcomes.get(flatLine) ?? { kind: 'same' as const, became: [flatRaws[flatLine - 1] ?? ''], why: '' },
  )
  const [first] = parts
  if (own.length === 1 && first && flatRaws[(own[0] ?? 1) - 1] === raw)
    return {
      id,
      line: number,
      kind: first.kind,
      why: first.why,
      became: first.kind === 'refused' ? [...refusedNote(raw), ...first.became] : [...first.became],
    }
  const became = own.flatMap((flatLine, at) => [
    ...(parts[at]?.became ?? []),
    ...(at < own.length - 1 ? additions.filter(({ after }) => after === flatLine).flatMap(({ lines }) => lines) : []),
  ])
  const kind: ChangeKind = parts.some(each => each.kind === 'refused')
    ? 'refused'
    : parts.some(each => each.kind === 'asks')
      ? 'asks'
      : became.length === 0
        ? 'left-out'
        : 'changed'
  const whys = [flat.whys.get(number) ?? '', ...parts.filter(each => each.kind !== 'same').map(({ why }) => why)]
  return { id, line: number, became, kind, why: [...new Set(whys.filter(Boolean))].join(' ') }
}

/** A refused line remains as a comment. */
const refusedNote = (raw: string): string[] => [`; not carried over: ${raw.trim()}`]
