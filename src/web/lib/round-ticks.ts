// Ticks at round values: for times whole seconds, quarter and half minutes, minutes and hours; for other numbers 1, 2
// and 5.
import { ticks } from 'd3-array'
import { utcTicks } from 'd3-time'

/** About this many round times from 0 to `longestS`, s. */
export const timeTicks = (longestS: number, about: number): number[] =>
  utcTicks(new Date(0), new Date(longestS * 1000), about).map(at => at.getTime() / 1000)

/** About this many round numbers from 0 to `top`. */
export const numberTicks = (top: number, about: number): number[] => ticks(0, top, about)
