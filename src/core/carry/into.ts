// Where a passage goes in a different script: in place of a similar one, after what it needs, or between any two
// passages.

import { rawLines } from '../gcode/read.ts'
import type { Edit } from '../model/script.ts'
import type { Round } from '../round.ts'
import { insertAfter } from '../script/edits/lines.ts'
import { blockOf, rangeOf } from '../script/edits/plan.ts'
import type { Passage, PassageKind } from '../script/passages.ts'

/** `label` completes “The passage goes”. */
export type PlaceInto = { label: string; edit: Edit }

/** The kinds of passages that a passage follows, nearest first: a purge after heating, a probing after homing. */
const predecessors: Readonly<Partial<Record<PassageKind, readonly PassageKind[]>>> = {
  'purge-line': ['wipe', 'purge-spot', 'heat-wait', 'probe', 'levelling', 'home'],
  'purge-spot': ['heat-wait', 'probe', 'levelling', 'home'],
  prime: ['heat-wait', 'probe', 'levelling', 'home'],
  wipe: ['purge-spot', 'heat-wait', 'home'],
  probe: ['align', 'soak', 'home'],
  levelling: ['align', 'home'],
  align: ['home'],
  soak: ['heat-wait', 'heat'],
  home: ['heat', 'setup'],
  heat: ['setup'],
  'heat-wait': ['heat', 'probe', 'home'],
  park: ['retract'],
  'cool-down': ['park', 'present', 'retract'],
  'motors-off': ['cool-down', 'fan', 'park'],
}

/** The possible places for a part, and the proposed one. */
export function placesInto(
  target: Pick<Round, 'lines' | 'passages'>,
  kind: PassageKind,
  part: string,
): { places: PlaceInto[]; proposed: number } {
  const { lines } = target
  const passages = target.passages.filter(({ enabled }) => enabled)
  const text = rawLines(part.trimEnd()).join('\n')
  const after = (passage: Passage): PlaceInto => {
    const { last } = blockOf(passage)
    return { label: `after “${passage.title}” (line ${last})`, edit: insertAfter(lines, last, `\n${text}`) }
  }
  const likes = passages.filter(each => each.kind === kind)
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  const instead = likes.map((like): PlaceInto => {
    const { first, last } = blockOf(like)
    return {
      label: `in place of “${like.title}” (lines ${first}–${last})`,
      edit: { ...rangeOf(lines, first, last), insert: text.replaceAll('\n', ending) + ending },
    }
  })
  const begin: PlaceInto = {
    label: 'at the beginning',
    edit: { from: 0, to: 0, insert: text.replaceAll('\n', ending) + ending + ending },
  }
  const places = [...instead, begin, ...passages.map(after)]
  if (instead.length > 0) return { places, proposed: 0 }
  for (const wanted of predecessors[kind] ?? []) {
    const index = passages.findLastIndex(each => each.kind === wanted || each.parts.some(one => one.kind === wanted))
    if (index >= 0) return { places, proposed: instead.length + 1 + index }
  }
  return { places, proposed: places.length - 1 }
}
