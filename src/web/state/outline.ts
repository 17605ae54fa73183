// Whether the outline is shown beside the script; remembered in this browser.
import { create } from 'zustand'

const key = 'warm-prelude outline'

export const useOutline = create<{ outline: boolean; toggle: () => void }>((set, get) => ({
  outline: localStorage.getItem(key) === 'on',
  toggle: () => {
    const outline = !get().outline
    localStorage.setItem(key, outline ? 'on' : 'off')
    set({ outline })
  },
}))
