// Scripts that share a box, where the program that makes the print files has fewer boxes than there are moments.
import { changeMoments, type Moment, momentWords } from '../model/moment.ts'
import { boxFor, type Vocabulary } from '../model/vocabulary.ts'

/** In a box that several share, scripts stand in the order in which they run. */
const order: readonly Moment[] = [...changeMoments, 'before-layer', 'layer-change']

/** One script of each moment, as it is exported. */
export type Exported = { moment: Moment; name: string; text: string }

/** The boxes into which more than one of these scripts goes, each with its scripts in one text. */
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
      .map(each => `; ${momentWords[each.moment]}: ${each.name}${ending}${each.text.replace(/\r?\n?$/, ending)}`)
      .join('')
    return [{ box, of, text }]
  })
}
