// Whether the window is too narrow for two columns, because it is small or magnified.
import { useSyncExternalStore } from 'react'

const narrow = matchMedia('(max-width: 899px)')

const onChange = (told: () => void) => {
  narrow.addEventListener('change', told)
  return () => narrow.removeEventListener('change', told)
}

export const useNarrow = (): boolean => useSyncExternalStore(onChange, () => narrow.matches)
