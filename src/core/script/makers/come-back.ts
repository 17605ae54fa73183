// Makes the return to the print after a tool change: above the position where it goes on, down, and unretract.
import { toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import { ordinaryRetraction, retractionOf } from '../../model/printer.ts'
import { asBefore, lowerWords, notWithin, placesAgain } from './between.ts'
import { type Made, type Maker, number, numberIn, type Surroundings, type Values } from './maker.ts'

function make(values: Values, surroundings: Surroundings): Made {
  const why = notWithin(surroundings)
  if (why) return { ok: false, why }
  const { phrases } = surroundings.stage.firmware
  const tool = Math.max(0, surroundings.modes.tool)
  const own = surroundings.stage.printer.tools[tool] ?? { retractMm: 1, retractMmS: 30, highestFlowMm3S: 10 }
  const melts = own.highestFlowMm3S / toolFilamentAreaMm2(surroundings.stage.printer, tool)
  const [forward, lower] = [numberIn(values, 'forward'), numberIn(values, 'lower')]
  const commands = [
    ...placesAgain(phrases),
    phrases.move({ x: '@next_x', y: '@next_y', f: 9000 }),
    ...(lower > 0
      ? [phrases.positioning('relative'), phrases.move({ z: lowerWords(lower), f: 600 }), ...placesAgain(phrases)]
      : []),
    // At most the retraction speed; for a long unretraction, as after unloading, at most the speed that the hot end
    // melts.
    ...(forward > 0
      ? [
          phrases.move({
            e: forward,
            f: Math.round(60 * (forward > ordinaryRetraction * own.retractMm ? melts : own.retractMmS)),
          }),
        ]
      : []),
    ...asBefore(surroundings),
  ]
  return { ok: true, lines: commands }
}

export const comeBack: Maker = {
  name: 'come-back',
  title: 'Come back to the print',
  purpose: 'goes to where the print goes on, down again, and unretracts',
  aliases: 'resume return unretract tool change',
  parameters: ({ stage, modes }) => [
    number('lower', 'Lower by', 'mm', 0.2, [0, 50], 1),
    number('forward', 'Unretract', 'mm', 0.1, [0, 50], retractionOf(stage.printer, modes.tool)),
  ],
  make,
}
