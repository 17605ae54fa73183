// The light or dark theme: the system's until the person chooses one; remembered in this browser.
import { create } from 'zustand'

type Theme = 'light' | 'dark'

const key = 'warm-prelude theme'
const kept = (): Theme | null => {
  const theme = localStorage.getItem(key)
  return theme === 'light' || theme === 'dark' ? theme : null
}
const system = matchMedia('(prefers-color-scheme: dark)')

export const useTheme = create<{ theme: Theme; toggle: () => void }>((set, get) => ({
  theme: kept() ?? (system.matches ? 'dark' : 'light'),
  toggle: () => {
    const theme = get().theme === 'dark' ? 'light' : 'dark'
    localStorage.setItem(key, theme)
    set({ theme })
  },
}))

/** Applies the theme to the page, now and after each change. */
export function applyTheme(): void {
  const put = (theme: Theme) => {
    document.documentElement.dataset.theme = theme
  }
  put(useTheme.getState().theme)
  useTheme.subscribe(({ theme }) => put(theme))
  system.addEventListener('change', ({ matches }) => {
    if (!kept()) useTheme.setState({ theme: matches ? 'dark' : 'light' })
  })
}
