// How the Desk's room is shared out; the ribbon stays as it was left.
import { create } from 'zustand'
import { persist } from 'zustand/middleware'

type Room = {
  /** Whether the bed's picture takes the room of what stands below it. */
  large: boolean
  /** Whether of the ribbon only its bands are shown. */
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
