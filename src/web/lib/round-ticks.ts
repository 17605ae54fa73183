// Marks along an axis at round figures: whole seconds, quarter and half minutes, minutes and hours; or 1, 2 and 5 of anything else.
import { ticks } from 'd3-array'
import { utcTicks } from 'd3-time'

/** Round times from 0 to `longestS`, s: about so many of them. */
export const timeTicks = (longestS: number, about: number): number[] =>
  utcTicks(new Date(0), new Date(longestS * 1000), about).map(at => at.getTime() / 1000)

/** Round numbers from 0 to `top`: about so many of them. */
export const numberTicks = (top: number, about: number): number[] => ticks(0, top, about)
