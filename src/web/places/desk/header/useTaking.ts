// What a person wants to take away, and the files that come of it.
import { useCallback, useMemo, useState } from 'react'
import { type Ending, exportScript, type Form, type Taken } from '../../../../core/export/export.ts'
import type { Moment } from '../../../../core/model/script.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import type { Things } from '../../../state/api.ts'
import { fileText, type Open, settingOf } from '../../../state/desk.ts'

type Wish = { form: string; comments: boolean; ending: Ending; jobs: string[]; decided: boolean }

/** A way to write it; `about` tells its files from others by name. */
export type Way = {
  value: string
  label: string
  note: string
  about: string
  inWords: boolean
  perJob: boolean
  form: Form
}

function waysFor({ vocabularies }: Things, family: string | undefined, decided: boolean): Way[] {
  const way = (value: string, label: string, note: string, form: Form, more: Partial<Way> = {}): Way => ({
    ...{ value, label, note, form, about: '', inWords: false, perJob: false },
    ...more,
  })
  const all = vocabularies.map(({ data }) => data)
  return [
    way('plain', 'in plain numbers, for one job', 'works anywhere', { kind: 'plain' }, { perJob: true }),
    ...vocabularies.map(({ id, data }) =>
      way(
        String(id),
        `in the words of ${data.name}`,
        `${data.open}…${data.close}${data.branch ? '' : ', without branches'}`,
        { kind: 'vocabulary', vocabulary: data, decided },
        { about: data.name, inWords: true, perJob: decided },
      ),
    ),
    ...(family === 'host'
      ? [
          way('macro', 'as a macro for the config file', 'with the line that calls it', {
            kind: 'host-macro',
            vocabularies: all,
          }),
        ]
      : []),
    ...(family === 'macro-file'
      ? [
          way('files', 'as macro files for the board’s card', 'with the line that calls each', {
            kind: 'macro-files',
            vocabularies: all,
          }),
        ]
      : []),
    way('as-it-is', 'as it stands', 'with values and guards', { kind: 'as-it-is' }),
  ]
}

export function useTaking(open: Open, things: Things) {
  const { chosen } = open
  const [wish, setWish] = useState<Wish>({
    form: 'plain',
    comments: true,
    ending: 'as-it-is',
    jobs: [chosen.jobName],
    decided: false,
  })
  const printer = things.printers.find(({ id }) => id === chosen.printerId)?.data
  const ways = waysFor(things, printer?.firmware.family, wish.decided)
  const way = ways.find(({ value }) => value === wish.form) ?? (ways[0] as Way)
  const take = useCallback(
    (text: string, moment: Moment): Taken[] => {
      const settings = wish.jobs.flatMap((jobName): RehearsalInput[] => {
        const job = things.jobs.find(({ data }) => data.name === jobName)?.data
        // The job that is rehearsed keeps the material chosen for it; another has its own.
        const materialName = jobName === chosen.jobName ? chosen.materialName : (job?.materials[0] ?? '')
        const setting = settingOf(things, { ...chosen, moment, jobName, materialName })
        return setting ? [setting] : []
      })
      const [first, ...others] = settings
      return first ? exportScript(text, [first, ...others], { ...wish, form: way.form }) : []
    },
    [chosen, things, wish, way.form],
  )
  const text = fileText(open)
  const taken = useMemo(() => take(text, chosen.moment), [take, text, chosen.moment])
  return {
    wish,
    change: (part: Partial<Wish>) => setWish(before => ({ ...before, ...part })),
    forms: ways.map(({ value, label, note }) => ({ value, label, about: note })),
    form: way,
    printer: printer?.name ?? 'printer',
    taken,
    take,
    /** How much can't be said without deciding it for a job. */
    undecided: wish.decided ? 0 : (taken[0]?.untranslatable.length ?? 0),
  }
}
