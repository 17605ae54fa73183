// A material: the temperatures that the person prints it at, its density and price.
import * as v from 'valibot'
import { nonNegative, plainName, positive } from './pieces.ts'

const celsius = v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(600))

export const Material = v.object({
  name: plainName('a material'),
  nozzleC: celsius,
  nozzleLaterC: celsius,
  bedC: celsius,
  bedLaterC: celsius,
  /** The air temperature around the print, if the printer can heat it; 0 means any. */
  chamberC: v.optional(celsius, 0),
  /** The highest nozzle temperature without oozing, for probing. */
  oozeSafeC: celsius,
  soakMin: nonNegative,
  flowFactor: positive,
  densityGCm3: positive,
  pricePerKg: nonNegative,
})

export type Material = v.InferOutput<typeof Material>
