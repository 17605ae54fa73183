// What we know of a material: the temperatures that the person prints it at, and what it weighs and costs.
import * as v from 'valibot'

const celsius = v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(600))
const positive = v.pipe(v.number(), v.finite(), v.gtValue(0))

export const Material = v.object({
  name: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(80)),
  nozzleC: celsius,
  nozzleLaterC: celsius,
  bedC: celsius,
  bedLaterC: celsius,
  /** The air around the print, where the printer can warm it; 0 for no matter. */
  chamberC: v.optional(celsius, 0),
  /** What the nozzle may hold without oozing, as while probing. */
  oozeSafeC: celsius,
  soakMin: v.pipe(v.number(), v.finite(), v.minValue(0)),
  flowFactor: positive,
  densityGCm3: positive,
  pricePerKg: v.pipe(v.number(), v.finite(), v.minValue(0)),
})

export type Material = v.InferOutput<typeof Material>
