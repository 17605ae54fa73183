// Something that a person has done: on the server, in a worker. Its failure is shown where it was asked for, with *Try again*.
import { useMutation } from '@tanstack/react-query'

export type Command<Given extends unknown[]> = {
  /** Does it; resolves to whether it was done. */
  run: (...given: Given) => Promise<boolean>
  pending: boolean
  /** Why it was not done the last time; null where it was, or is being tried. */
  problem: string | null
  /** Does the same once more. */
  retry: () => void
  /** Forgets the failure. */
  clear: () => void
}

export function useCommand<Given extends unknown[]>(act: (...given: Given) => Promise<unknown>): Command<Given> {
  const { mutateAsync, isPending, error, variables, reset } = useMutation({
    mutationFn: (given: Given) => act(...given),
  })
  const run = (...given: Given) =>
    mutateAsync(given).then(
      () => true,
      () => false,
    )
  return {
    run,
    pending: isPending,
    problem: error?.message ?? null,
    retry: () => variables && void run(...variables),
    clear: reset,
  }
}
