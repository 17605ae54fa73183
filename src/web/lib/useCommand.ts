// Commands: work that a person starts, on the server or in a worker. A failure is shown where the command was started, with *Try again*.
import { useMutation } from '@tanstack/react-query'
import { useCallback, useRef } from 'react'

export type Command<Given extends unknown[]> = {
  /**
   * Runs the command; resolves to whether it succeeded. Never rejects. A second call with the same arguments while the first is
   * pending, as by a double click, joins the first.
   */
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
  const last = useRef<{ given: Given; done: Promise<boolean> } | null>(null)
  const run = useCallback(
    (...given: Given) => {
      const pending = last.current
      if (pending && given.every((value, i) => value === pending.given[i])) return pending.done
      const done = mutateAsync(given)
        .then(
          () => true,
          () => false,
        )
        .finally(() => {
          if (last.current?.done === done) last.current = null
        })
      last.current = { given, done }
      return done
    },
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
