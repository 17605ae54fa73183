// A kept config or macro file as it is opened.
import type { Opened } from '../machine/state.ts'

/** A file as scripts are kept with it, the config without a name; `call` is what is usual where it is empty. */
export const openedBy = (file: string, call = ''): Opened => ({ file: file === '' ? null : file, call })
