// What a small dialog does: check against the schema, keep, and say what was refused.
import { useState } from 'react'
import * as v from 'valibot'
import { sentenceOf } from '../../core/model/issues.ts'

type Keeping<T> = {
  refusal: string | null
  /** Checks and keeps; says why not, where it was refused. */
  keep: (thing: unknown, send: (thing: T) => Promise<unknown>) => Promise<void>
}

export function useKeeping<S extends v.GenericSchema>(schema: S, onDone: () => void): Keeping<v.InferOutput<S>> {
  const [refusal, setRefusal] = useState<string | null>(null)
  return {
    refusal,
    keep: async (thing, send) => {
      const parsed = v.safeParse(schema, thing)
      if (!parsed.success) return setRefusal(sentenceOf(parsed.issues))
      try {
        await send(parsed.output)
        onDone()
      } catch (error) {
        setRefusal((error as Error).message)
      }
    },
  }
}
