// Limits of tasks. The work of each task is bounded in the core; these catch our own mistakes.

/** The limits of a thread: time for one task, ms, and memory, MB. */
export type ThreadLimits = { patienceMs: number; memoryMb: number }

/** A browser can't limit the memory of a worker. */
export const limits = {
  /** The Desk's worker: one text, or one edit, at a time. */
  desk: { patienceMs: 12_000 },
  /** A page's worker for a whole print, a batch of jobs, or a print file. */
  page: { patienceMs: 60_000 },
  /** A thread of the server for texts. */
  server: { patienceMs: 20_000, memoryMb: 1024 },
  /** The server's thread for the whole shelf: years of revisions and pictures need time. */
  shelf: { patienceMs: 120_000, memoryMb: 2048 },
}
