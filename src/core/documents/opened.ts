// Describes a saved config or macro file as opened.
import type { Opened } from '../machine/state.ts'

/** Scripts store a file by name, the main config by an empty one; an empty `call` means the default call. */
export const openedBy = (file: string, call = ''): Opened => ({ file: file === '' ? null : file, call })
