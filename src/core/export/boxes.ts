// Joins scripts that share a box, if the slicer has fewer boxes than there are moments.
import { changeMoments, type Moment, momentFacts } from '../model/moment.ts'
import { boxFor, type Vocabulary } from '../model/vocabulary.ts'

/** In a shared box scripts are in the order in which they run. */
const order: readonly Moment[] = [...changeMoments, 'before-layer', 'layer-change']

/** An exported script of one moment. */
export type Exported = { moment: Moment; name: string; text: string }

/** The boxes with more than one of these scripts, each with its scripts in one text. */
export function sharedBoxes<E extends Exported>(
  vocabulary: Pick<Vocabulary, 'moments'>,
  scripts: readonly E[],
): { box: Moment; of: E[]; text: string }[] {
  const boxes = new Map<Moment, E[]>()
  for (const script of scripts) {
    const box = boxFor(vocabulary, script.moment)?.box
    if (box) boxes.set(box, [...(boxes.get(box) ?? []), script])
  }
  return [...boxes].flatMap(([box, those]) => {
    if (those.length < 2) return []
    const of = those.toSorted((a, b) => order.indexOf(a.moment) - order.indexOf(b.moment))
    const ending = of.some(({ text }) => text.includes('\r\n')) ? '\r\n' : '\n'
    const text = of
      .map(each => `; ${momentFacts[each.moment].when}: ${each.name}${ending}${each.text.replace(/\r?\n?$/, ending)}`)
      .join('')
    return [{ box, of, text }]
  })
}
