// The person's settings in this browser: their printer, and whether the examples are shown.
import { create } from 'zustand'

const [printerKey, examplesKey] = ['warm-prelude my printer', 'warm-prelude hide examples']

/** The id of the printer that new scripts are checked for; null if the person has not chosen one. */
export const myPrinter = (): number | null => {
  const kept = Number(localStorage.getItem(printerKey))
  return Number.isInteger(kept) && kept > 0 ? kept : null
}

export const rememberMyPrinter = (id: number): void => localStorage.setItem(printerKey, String(id))

export const useExamples = create<{ hidden: boolean }>(() => ({ hidden: localStorage.getItem(examplesKey) === 'yes' }))

export function hideExamples(hidden: boolean): void {
  localStorage.setItem(examplesKey, hidden ? 'yes' : 'no')
  useExamples.setState({ hidden })
}
