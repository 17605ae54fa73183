/** Runs a command of the header's menus: shows the sentence that it resolves to, if any, or why it failed. */
export type OnRun = (act: () => Promise<string>) => void
