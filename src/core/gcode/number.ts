// Numbers as scripts write them.

/** No machine takes a larger number; with one, a rehearsal would soon come to numbers that are none. */
const largest = 1e15
/** A smaller number is as good as 0, and dividing by it would come to a number that is none. */
const smallest = 1e-12

/** The number that a text is; 0 where it is nearly that. Null where it is none, or larger than any machine takes. */
export function machineNumber(text: string): number | null {
  const value = Number(text)
  return !isMachineNumber(value) ? null : Math.abs(value) < smallest ? 0 : value
}

/** Whether a value that was worked out is one that a machine could take: neither endless, nor none at all, nor too large. */
export const isMachineNumber = (value: number): boolean => Math.abs(value) <= largest

/** The whole number that a text of digits is, held within what a machine could take: `9…9` of 300 digits gives 1e15. */
export const heldNumber = (digits: string): number => Math.max(-largest, Math.min(largest, Number(digits)))
