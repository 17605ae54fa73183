// Turns a table of tasks into asynchronous functions that run elsewhere, so that no task is declared a second time.

/** Functions that take and return plain data. */
// biome-ignore lint/suspicious/noExplicitAny: a table holds functions of all kinds, and `never[]` can't be called.
export type Tasks = Readonly<Record<string, (...given: any[]) => unknown>>

/** The same functions, each returning a promise. */
export type Calls<T extends Tasks> = {
  [Name in keyof T]: (...given: Parameters<T[Name]>) => Promise<Awaited<ReturnType<T[Name]>>>
}

/** For each task of the table, a function that passes its name and input to `call`. */
export function callsOf<T extends Tasks>(
  tasks: T,
  call: (name: keyof T & string, given: unknown[]) => Promise<unknown>,
): Calls<T> {
  const calls = Object.keys(tasks).map(name => [name, (...given: unknown[]) => call(name, given)])
  // The same names, each with the input and result of its task: the compiler does not follow entries.
  return Object.fromEntries(calls) as Calls<T>
}
