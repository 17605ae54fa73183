// The script that was last open on the Desk, for the header's “Desk” link.

export const deskMemory = 'warm-prelude desk'

/** The address of the Desk that was last used. */
export const lastDesk = (): string => localStorage.getItem(deskMemory) ?? '/desk/new/first'
