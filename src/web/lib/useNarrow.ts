// Whether the window is too narrow for two things beside each other, as a small one is, or one that is magnified.
import { useSyncExternalStore } from 'react'

const narrow = matchMedia('(max-width: 899px)')

const onChange = (told: () => void) => {
  narrow.addEventListener('change', told)
  return () => narrow.removeEventListener('change', told)
}

export const useNarrow = (): boolean => useSyncExternalStore(onChange, () => narrow.matches)
