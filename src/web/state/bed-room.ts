// Whether the bed's picture takes the room of what stands below it.
import { create } from 'zustand'

export const useBedRoom = create<{ large: boolean }>(() => ({ large: false }))
export const toggleBedRoom = (): void => useBedRoom.setState(({ large }) => ({ large: !large }))
