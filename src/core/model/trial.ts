// What a person saw when they ran a revision on the real machine.
import * as v from 'valibot'

/** What may be seen, in the trade's words. */
export const sights = [
  'fine',
  'blobs-while-probing',
  'string-to-first-layer',
  'purge-not-sticking',
  'gap-at-start',
  'first-layer-high',
  'first-layer-low',
  'scraped',
  'waited-too-long',
] as const
export type Sight = (typeof sights)[number]

export const sightWords: Record<Sight, string> = {
  fine: 'fine',
  'blobs-while-probing': 'blobs while probing',
  'string-to-first-layer': 'a string to the first layer',
  'purge-not-sticking': 'purge not sticking',
  'gap-at-start': 'a gap at the start',
  'first-layer-high': 'first layer too high',
  'first-layer-low': 'first layer too low',
  scraped: 'scraped',
  'waited-too-long': 'waited too long',
}

const positive = v.pipe(v.number(), v.finite(), v.gtValue(0))

export const Trial = v.object({
  seen: v.pipe(v.array(v.picklist(sights)), v.maxLength(sights.length)),
  /** In the person's own words. */
  words: v.pipe(v.string(), v.maxLength(4000)),
  /** What the script took by the clock, s, and what it pushed, mm; null where nobody measured. */
  measuredS: v.nullable(positive),
  filamentMm: v.nullable(positive),
  /** What was printed, by name; empty where nobody said. */
  job: v.pipe(v.string(), v.maxLength(80)),
  material: v.pipe(v.string(), v.maxLength(80)),
})
export type Trial = v.InferOutput<typeof Trial>
