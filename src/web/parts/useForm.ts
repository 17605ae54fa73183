// A form with a schema behind it: each flaw at its field, what is not saved kept in this browser, and a refusal of the server told.
import { valibotResolver } from '@hookform/resolvers/valibot'
import { useCallback, useEffect, useRef, useState } from 'react'
import {
  type DefaultValues,
  type FieldPath,
  type FieldPathValue,
  type FieldValues,
  type Resolver,
  type UseFormReturn,
  useForm as useFields,
} from 'react-hook-form'
import * as v from 'valibot'
import { plural } from '../../core/format.ts'
import { flawOf, sentenceOf } from '../../core/model/issues.ts'
import { dropFormDraft, formDraft, keepFormDraft } from '../state/form-drafts.ts'
import { pressEnded } from './press-ended.ts'

export type Form<T extends FieldValues> = {
  fields: UseFormReturn<T, unknown, T>
  /** What stands in it now. */
  value: T
  changed: boolean
  /** Why it was not saved. */
  refusal: string | null
  /** What there is to say of a change that waited here; null where none did. */
  waited: string | null
  /** Changes some of it by other means than its fields. */
  change: (part: Partial<T>) => void
  /** Saves what fits, for a form's `onSubmit`; gives whether it is saved. */
  submit: (event?: { preventDefault: () => void }) => Promise<boolean>
  /** Back to what is saved. */
  undo: () => void
}

type Options<T extends FieldValues> = {
  /** A name for this form alone, by which a change that waits is found again; null for a few words that need not wait. */
  key: string | null
  schema: v.GenericSchema<FieldValues, T>
  saved: T
  /** Its rows belong to what is saved: a change of other rows than now is dropped. */
  bound?: boolean
  /** What the form begins with where it is something else than what is saved. */
  begin?: T
  send: (value: T) => Promise<unknown>
}

/** A field that is left says what is wrong with it, and would move what it was left for from under the pointer. */
const afterThePress =
  <T extends FieldValues>(resolve: Resolver<T, unknown, T>): Resolver<T, unknown, T> =>
  async (...asked) => {
    await pressEnded()
    return resolve(...asked)
  }

export function useForm<T extends FieldValues>({
  key,
  schema,
  saved,
  bound = false,
  begin = saved,
  send,
}: Options<T>): Form<T> {
  const [draft] = useState(() => {
    const found = key === null ? null : formDraft(key, saved)
    return found?.stale && bound ? null : found
  })
  const fields = useFields<T, unknown, T>({
    defaultValues: (draft ? draft.value : begin) as DefaultValues<T>,
    // What a schema gives it takes as well.
    resolver: afterThePress(valibotResolver(schema as v.GenericSchema<T, T>, { message: flawOf })),
    mode: 'onTouched',
  })
  const [refusal, setRefusal] = useState<string | null>(null)
  const [waited, setWaited] = useState(
    draft &&
      `What you changed here earlier is not saved yet${draft.stale ? ', and it was changed elsewhere meanwhile' : ''}.`,
  )
  /** What was sent last, until it comes back as what is saved. */
  const sent = useRef('')
  const value = fields.watch()
  const [now, kept] = [JSON.stringify(value), JSON.stringify(saved)]
  const changed = now !== kept && now !== sent.current
  useEffect(() => {
    if (key === null) return
    if (!changed) return dropFormDraft(key)
    if (keepFormDraft(key, now, kept)) return
    // There is no room for it in this browser: the window asks before it is closed.
    const hold = (event: BeforeUnloadEvent) => event.preventDefault()
    addEventListener('beforeunload', hold)
    return () => removeEventListener('beforeunload', hold)
  }, [key, changed, now, kept])
  // What was changed elsewhere is shown where the form still stands as what was saved before.
  const shown = useRef({ now, kept })
  /** Whether what is saved next is this form’s own change: that is no news to it. */
  const own = useRef(false)
  useEffect(() => {
    const before = shown.current
    if (before.kept === kept) return
    if (!own.current && before.now === before.kept) fields.reset(JSON.parse(kept))
    own.current = false
  }, [fields, kept])
  useEffect(() => {
    shown.current = { now, kept }
  })
  const change = (part: Partial<T>) => {
    for (const name of Object.keys(part))
      fields.setValue(name as FieldPath<T>, part[name] as FieldPathValue<T, FieldPath<T>>)
  }
  const undo = useCallback(() => {
    setRefusal(null)
    setWaited(null)
    fields.reset(JSON.parse(kept))
  }, [kept, fields])
  const submit: Form<T>['submit'] = async event => {
    event?.preventDefault()
    setRefusal(null)
    let done = false
    const save = async (fitting: T) => {
      const asSent = JSON.stringify(fields.getValues())
      own.current = asSent !== kept
      try {
        await send(fitting)
        sent.current = JSON.stringify(fitting)
        // What was written meanwhile is a change of what is saved now.
        const writtenOn = JSON.stringify(fields.getValues()) !== asSent
        if (key !== null && !writtenOn) dropFormDraft(key)
        setWaited(null)
        fields.reset(fitting, { keepValues: writtenOn })
        done = true
      } catch (error) {
        own.current = false
        setRefusal((error as Error).message)
      }
    }
    const refuse = () => {
      const { issues } = v.safeParse(schema, value)
      if (!issues) return
      const [first, ...more] = issues
      if (first.message.startsWith('Invalid')) setRefusal(sentenceOf(issues))
      else
        setRefusal(
          more.length === 0 ? flawOf(first) : `${flawOf(first)} ${plural(more.length, 'more field')} marked above.`,
        )
    }
    await fields.handleSubmit(save, refuse)()
    return done
  }
  return { fields, value, changed, refusal, waited, change, submit, undo }
}
