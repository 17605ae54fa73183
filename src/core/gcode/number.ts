// Reads numbers as scripts write them.

/** No machine needs larger numbers, and calculating with them would soon give Infinity or NaN. */
const largest = 1e15
/** Smaller numbers count as 0, so that dividing by them never gives Infinity. */
const smallest = 1e-12

/** Reads a number; null if the text is not one, or if it is beyond ±1e15. Numbers nearer to 0 than 1e-12 give 0. */
export function machineNumber(text: string): number | null {
  const value = Number(text)
  return !isMachineNumber(value) ? null : Math.abs(value) < smallest ? 0 : value
}

/** Whether a calculated value is finite and within ±1e15. */
export const isMachineNumber = (value: number): boolean => Math.abs(value) <= largest

/** Reads a whole number and limits it to ±1e15. Example: 300 nines give 1e15. */
export const clampedNumber = (digits: string): number => Math.max(-largest, Math.min(largest, Number(digits)))
