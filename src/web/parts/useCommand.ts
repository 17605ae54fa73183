// Commands: work that a person starts, on the server or in a worker. A failure is shown where the command was started, with *Try again*.
import { useMutation } from '@tanstack/react-query'
import { useCallback } from 'react'

export type Command<Given extends unknown[]> = {
  /** Runs the command; resolves to whether it succeeded. Never rejects. */
  run: (...given: Given) => Promise<boolean>
  pending: boolean
  /** Why the last run failed; null when it succeeded or is still running. */
  problem: string | null
  /** Runs it again with the same arguments. */
  retry: () => void
  /** Forgets the failure. */
  clear: () => void
}

export function useCommand<Given extends unknown[]>(act: (...given: Given) => Promise<unknown>): Command<Given> {
  const { mutateAsync, isPending, error, variables, reset } = useMutation({
    mutationFn: (given: Given) => act(...given),
  })
  const run = useCallback(
    (...given: Given) =>
      mutateAsync(given).then(
        () => true,
        () => false,
      ),
    [mutateAsync],
  )
  return {
    run,
    pending: isPending,
    problem: error?.message ?? null,
    retry: () => variables && void run(...variables),
    clear: reset,
  }
}
