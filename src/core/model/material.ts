// What we know of a material: the temperatures that the person prints it at, and what it weighs and costs.
import * as v from 'valibot'
import { nonNegative, plainName, positive } from './pieces.ts'

const celsius = v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(600))

export const Material = v.object({
  name: plainName('a material'),
  nozzleC: celsius,
  nozzleLaterC: celsius,
  bedC: celsius,
  bedLaterC: celsius,
  /** The air around the print, where the printer can warm it; 0 for no matter. */
  chamberC: v.optional(celsius, 0),
  /** What the nozzle may hold without oozing, as while probing. */
  oozeSafeC: celsius,
  soakMin: nonNegative,
  flowFactor: positive,
  densityGCm3: positive,
  pricePerKg: nonNegative,
})

export type Material = v.InferOutput<typeof Material>
