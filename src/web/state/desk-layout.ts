// The layout of the Desk. The height of the ribbon is remembered.
import { create } from 'zustand'
import { persist } from 'zustand/middleware'

type Room = {
  /** Whether the bed's picture also covers the cards below it. */
  large: boolean
  /** Whether the ribbon shows only its bands. */
  folded: boolean
}

export const useRoom = create<Room>()(
  persist((): Room => ({ large: false, folded: false }), {
    name: 'warm-prelude room',
    partialize: ({ folded }) => ({ folded }),
  }),
)

export function toggleBed(): void {
  useRoom.setState(({ large }) => ({ large: !large }))
}
export function toggleRibbon(): void {
  useRoom.setState(({ folded }) => ({ folded: !folded }))
}
