// Makes the message of a layer change: the progress of the print, in words that fit the display for every job.
import { inText } from '../../formula/marks.ts'
import { momentFacts } from '../../model/moment.ts'
import { choice, fittingWords, type Made, type Maker, type Surroundings, type Values } from './maker.ts'

const wordings: Record<string, readonly string[]> = {
  'layer-and-height': [
    'Layer @layer of @layers, @height of @top mm',
    'Layer @layer/@layers, @height/@top mm',
    '@layer/@layers, @height/@top mm',
    '@layer/@layers @height mm',
    '@layer/@layers',
  ],
  layer: ['Layer @layer of @layers', 'Layer @layer/@layers', '@layer/@layers'],
  height: ['@height of @top mm high', '@height of @top mm', '@height/@top mm', '@height mm'],
}

/** The longest text of each value: four digits for layers, three digits and two decimals for heights. */
const longest: Record<string, string> = { layer: '9999', layers: '9999', height: '999.99', top: '999.99' }

const atItsLongest = (wording: string): string =>
  [...inText(wording)].map(part => (part.kind === 'plain' ? part.text : (longest[part.text] ?? part.text))).join('')

function make(values: Values, { stage }: Surroundings): Made {
  const { printer, moment, firmware } = stage
  if (!printer.display) return { ok: false, why: `${printer.name} has no display.` }
  if (momentFacts[moment].layer !== 'begins')
    return {
      ok: false,
      why: 'Only a script that runs at each layer knows the layer. Choose “at each layer” above first.',
    }
  const text = fittingWords(wordings[String(values.says)] ?? [], printer.display.columns, atItsLongest)
  const line = text === null ? null : firmware.phrases.message(text)
  return line === null
    ? { ok: false, why: `A display of ${printer.display.columns} columns has no room for it.` }
    : { ok: true, lines: [line] }
}

export const progressMessage: Maker = {
  name: 'progress-message',
  title: 'Progress message',
  purpose: 'shows at each layer how far the print is',
  aliases: 'display percent layer number time left',
  parameters: () => [choice('says', 'Says', 'layer-and-height', 'layer', 'height')],
  make,
}
