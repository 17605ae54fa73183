// What a person saw when a revision ran on the real machine.
import * as v from 'valibot'
import { listOf, plainText, positive } from './pieces.ts'

/** What can be seen, in the trade's words. */
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

/** Limit in base 64 characters. The browser makes pictures smaller than this before it sends them. */
const largestPicture = 2_000_000

/** A picture of the bed, a JPEG in base 64. */
export const Picture = v.pipe(
  v.string(),
  v.maxLength(largestPicture, 'the picture is too large'),
  v.regex(/^\/9j\/[A-Za-z0-9+/]*=*$/, 'the picture is no JPEG'),
)

export const Trial = v.object({
  seen: listOf(v.picklist(sights), sights.length),
  /** In the person's own words. */
  words: plainText(4000),
  /** The measured duration, s, and the extruded filament, mm; null if nobody measured. */
  measuredS: v.nullable(positive),
  filamentMm: v.nullable(positive),
  /** What was printed, by name; empty where nobody said. */
  job: plainText(80),
  material: plainText(80),
})
export type Trial = v.InferOutput<typeof Trial>
