// Whether the window is too narrow for two columns, because it is small or magnified.
import { useSyncExternalStore } from 'react'

const narrow = matchMedia('(width < 900px)')

const onChange = (changed: () => void) => {
  narrow.addEventListener('change', changed)
  return () => narrow.removeEventListener('change', changed)
}

export const useNarrow = (): boolean => useSyncExternalStore(onChange, () => narrow.matches)
