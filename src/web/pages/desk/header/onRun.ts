/** Runs a command of the header: shows the sentence that it returns (unless empty), or why it failed, with *Try again*. */
export type OnRun = (act: () => Promise<string>) => void
