// Makes a manual filament change at a fixed layer: park, retract, wait for the person, return.
import { retractionOf } from '../../model/printer.ts'
import { asBefore, liftWords, lowerWords, notWithin, placesAgain } from './between.ts'
import { choice, type Made, type Maker, number, numberIn, type Surroundings, type Values } from './maker.ts'

function make(values: Values, surroundings: Surroundings): Made {
  const { stage } = surroundings
  const why = notWithin(surroundings)
  if (why) return { ok: false, why }
  const { phrases } = stage.firmware
  const own = phrases.changeFilament()
  if (values.by === 'firmware') {
    if (own === null) return { ok: false, why: 'This firmware has no change of filament of its own. Choose “by hand”.' }
    return { ok: true, lines: [own] }
  }
  const [back, lift] = [numberIn(values, 'back'), numberIn(values, 'lift')]
  const commands = [
    phrases.countFilament('relative'),
    ...(back > 0 ? [phrases.move({ e: -back, f: 1800 })] : []),
    phrases.positioning('relative'),
    phrases.move({ z: liftWords(lift), f: 600 }),
    ...placesAgain(phrases),
    phrases.move({ x: '@reach_left', y: '@reach_front', f: 9000 }),
    phrases.pause(false),
    phrases.move({ x: '@next_x', y: '@next_y', f: 9000 }),
    phrases.positioning('relative'),
    phrases.move({ z: lowerWords(lift), f: 600 }),
    ...placesAgain(phrases),
    ...(back > 0 ? [phrases.move({ e: back, f: 1800 })] : []),
    ...asBefore(surroundings),
  ]
  return { ok: true, lines: commands }
}

export const changeByHand: Maker = {
  name: 'change-by-hand',
  title: 'Change filament by hand',
  purpose: 'stops at a layer for another filament or an insert, and goes on where it was',
  aliases: 'pause swap colour color insert magnet nut',
  parameters: ({ stage, modes }) => [
    stage.firmware.phrases.changeFilament() === null
      ? choice('by', 'By', 'hand')
      : choice('by', 'By', 'firmware', 'hand'),
    number('back', 'Retraction', 'mm', 0.5, [0, 50], retractionOf(stage.printer, modes.tool)),
    number('lift', 'Lift', 'mm', 1, [0, 100], 10),
  ],
  make,
}
