// A form with a schema: errors are shown at their fields, unsaved values are stored in this browser as a draft, and the
// server's refusal is shown.
import { valibotResolver } from '@hookform/resolvers/valibot'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
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
import { dropFormDraft, type FormDraft, formDrafts, formDraftToOpen, writeFormDraft } from '../drafts/forms.ts'
import { adoptDraft, useDraftStorage } from '../drafts/store.ts'
import { tabId } from '../drafts/tab.ts'
import { pressEnded } from './press-ended.ts'

export type Form<T extends FieldValues> = {
  fields: UseFormReturn<T, unknown, T>
  /** The current value. */
  value: T
  changed: boolean
  /** Why it was not saved. */
  refusal: string | null
  /** A sentence about the draft that the form opened with; null without one. */
  waited: string | null
  /** Drafts of other tabs, which the form did not open with. */
  others: readonly FormDraft[]
  /** Puts another tab's draft into the form; the draft itself stays until it is discarded. */
  take: (draft: FormDraft) => void
  /** Changes values without their fields. */
  change: (part: Partial<T>) => void
  /** Saves the value if it fits the schema, for a form's `onSubmit`; resolves to whether it was saved. A second call while the first is pending joins it. */
  submit: (event?: { preventDefault: () => void }) => Promise<boolean>
  /** Returns to the saved value. */
  undo: () => void
}

type Options<T extends FieldValues> = {
  /** The key of the form's draft; null for a form without drafts. */
  key: string | null
  schema: v.GenericSchema<FieldValues, T>
  saved: T
  /** The name of the saved item, if the form has no field for a name. */
  of?: string
  /** The rows belong to the saved value: a draft of different rows is dropped. */
  bound?: boolean
  /** The initial value, if it differs from the saved one. */
  begin?: T
  send: (value: T) => Promise<unknown>
}

/** Delays the error of a field until the mouse button is released: the error could move the button that was pressed. */
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
  of = typeof saved.name === 'string' ? saved.name : '',
  bound = false,
  begin = saved,
  send,
}: Options<T>): Form<T> {
  const [found] = useState(() => {
    const draft = key === null ? null : formDraftToOpen(key, saved, of)
    return draft?.stale && bound ? null : draft
  })
  const fields = useFields<T, unknown, T>({
    defaultValues: (found ? found.value : begin) as DefaultValues<T>,
    // The schema's output is also valid input.
    resolver: afterThePress(valibotResolver(schema as v.GenericSchema<T, T>, { message: flawOf })),
    mode: 'onTouched',
  })
  const [refusal, setRefusal] = useState<string | null>(null)
  const [waited, setWaited] = useState(
    found &&
      `What you changed here earlier is not saved yet${found.stale ? ', and it was changed elsewhere meanwhile' : ''}.`,
  )
  /** The value that was sent last, until it returns as the saved one. */
  const sent = useRef('')
  const value = fields.watch()
  const now = JSON.stringify(value)
  const kept = useMemo(() => JSON.stringify(saved), [saved])
  const changed = now !== kept && now !== sent.current
  useEffect(() => {
    if (found) void adoptDraft(found.draft)
  }, [found])
  /** Whether this form has a draft, which is deleted when the form shows the saved value again. */
  const drafted = useRef(found !== null)
  useEffect(() => {
    if (key === null) return
    if (changed) writeFormDraft(key, of, now, kept)
    else if (drafted.current) dropFormDraft(key)
    drafted.current = changed
  }, [key, of, changed, now, kept])
  const version = useDraftStorage(state => state.version)
  // biome-ignore lint/correctness/useExhaustiveDependencies: drafts are read again when one is added or removed, not at every key
  const others = useMemo(
    () => (key === null ? [] : formDrafts(key, JSON.parse(kept)).filter(({ draft }) => draft.tab !== tabId())),
    [key, kept, version],
  )
  // If the saved value changes elsewhere, a form without changes shows the new one.
  const shown = useRef({ now, kept })
  /** Whether the next saved value is this form's own. */
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
  const submitting = useRef<Promise<boolean> | null>(null)
  const submit: Form<T>['submit'] = event => {
    event?.preventDefault()
    submitting.current ??= saveOrRefuse().finally(() => {
      submitting.current = null
    })
    return submitting.current
  }
  const saveOrRefuse = async (): Promise<boolean> => {
    setRefusal(null)
    let done = false
    const save = async (fitting: T) => {
      const asSent = JSON.stringify(fields.getValues())
      own.current = asSent !== kept
      try {
        await send(fitting)
        sent.current = JSON.stringify(fitting)
        // Values entered meanwhile are changes of the newly saved value.
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
  const take = (other: FormDraft) => fields.reset(other.value as T, { keepDefaultValues: true })
  return { fields, value, changed, refusal, waited, others, take, change, submit, undo }
}
