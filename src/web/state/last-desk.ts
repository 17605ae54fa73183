// Which script was open on the Desk last: where the header's “Desk” leads.

export const deskMemory = 'warm-prelude desk'

/** Where the Desk was last used, for its link in the header. */
export const lastDesk = (): string => localStorage.getItem(deskMemory) ?? '/desk/new/first'
