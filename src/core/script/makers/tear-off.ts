// Makes a purge into the bucket that tears off: extruded, cooled by the fan, and pulled away over the edge.
import { toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import { retractionOf, spotOf } from '../../model/printer.ts'
import { asBefore, liftWords, lowerWords, notWithin, placesAgain } from './between.ts'
import { choice, type Made, type Maker, number, numberIn, type Surroundings, type Values } from './maker.ts'

function make(values: Values, surroundings: Surroundings): Made {
  const { stage, modes } = surroundings
  const why = notWithin(surroundings)
  if (why) return { ok: false, why }
  if (!spotOf(stage.printer, 'bucket'))
    return { ok: false, why: `${stage.printer.name} has no place called bucket. Add it on the printer’s page.` }
  const { phrases } = stage.firmware
  const [amount, back, cool, pull, lift] = ['amount', 'back', 'cool', 'pull', 'lift'].map(name =>
    numberIn(values, name),
  ) as [number, number, number, number, number]
  const purge = (mm: number) => phrases.move({ e: mm, f: numberIn(values, 'speed') * 60 })
  if (values.amounts === 'by-pair' && stage.job.purges.length === 0)
    return { ok: false, why: `“${stage.job.name}” has one purge for all pairs of tools. Add a pair in the job.` }
  const commands = [
    ...(lift > 0 ? [phrases.positioning('relative'), phrases.move({ z: liftWords(lift), f: 600 })] : []),
    ...placesAgain(phrases),
    phrases.move({ x: '@bucket_x', y: '@bucket_y', f: 9000 }),
    ...(values.amounts === 'by-pair' ? byPair(surroundings, purge, amount) : [purge(amount)]),
    ...(back > 0 ? [phrases.move({ e: -back, f: 1800 })] : []),
    ...(cool > 0 ? [phrases.fan(1), phrases.dwell(cool), phrases.fan(modes.fan)] : []),
    phrases.move({ y: `@(bucket_y + ${pull})`, f: 12_000 }),
    phrases.move({ y: '@bucket_y', f: 12_000 }),
    ...(lift > 0
      ? [phrases.positioning('relative'), phrases.move({ z: lowerWords(lift), f: 600 }), ...placesAgain(phrases)]
      : []),
    ...asBefore(surroundings),
  ]
  return { ok: true, lines: commands.filter(line => line !== null) }
}

/**
 * For each pair of tools with its own amount in the job, that amount in mm of the new filament; otherwise the common
 * amount.
 */
function byPair({ stage }: Surroundings, purge: (mm: number) => string, otherwise: number): string[] {
  const { job, printer } = stage
  return [
    ...job.purges.flatMap(({ from, to, mm3 }, i) => [
      `${i === 0 ? ';? when' : ';? otherwise when'} from_tool is ${from} and to_tool is ${to}`,
      ...(mm3 > 0 ? [purge(Math.round((mm3 / toolFilamentAreaMm2(printer, to)) * 10) / 10)] : []),
    ]),
    ';? otherwise',
    purge(otherwise),
    ';? end',
  ]
}

export const tearOff: Maker = {
  name: 'tear-off',
  title: 'Purge into the bucket',
  purpose: 'extrudes over the bucket, lets it harden, and tears it off before the way back',
  aliases: 'blob purge waste tool change',
  parameters: ({ stage, modes }) => [
    choice('amounts', 'Amount', 'same', 'by-pair'),
    number('amount', 'Filament', 'mm', 1, [0.5, 500], 20),
    number('speed', 'Speed', 'mm/s', 0.5, [0.1, 60], 3),
    number('back', 'Retraction after', 'mm', 0.1, [0, 50], retractionOf(stage.printer, modes.tool)),
    number('cool', 'Let it harden', 's', 0.5, [0, 60], 2),
    number('pull', 'Pull aside', 'mm', 1, [1, 100], 10),
    number('lift', 'Lift over the edge', 'mm', 1, [0, 100], 5),
  ],
  make,
}
