// The person's choices for an export, and the files that it gives.

import { useCallback, useMemo, useState } from 'react'
import type { Ending, Form, Taken } from '../../../../core/export/export.ts'
import { ofFirstTool } from '../../../../core/model/job.ts'
import type { Moment } from '../../../../core/model/moment.ts'
import { macroStorage } from '../../../../core/model/printer.ts'
import type { RehearsalInput } from '../../../../core/round.ts'
import { misfit } from '../../../../core/runs/fits.ts'
import { useComputed } from '../../../lib/useComputed.ts'
import type { Things } from '../../../state/api.ts'
import { fileText, type Open } from '../../../state/desk.ts'
import { settingOf } from '../../../state/rehearsal-input.ts'
import { inWorker } from '../../../state/rehearser.ts'

const none: Taken[] = []

type Wish = { form: string; comments: boolean; ending: Ending; jobs: string[]; decided: boolean }

/** A form of export; `about` distinguishes its files by name. */
export type ExportFormat = {
  value: string
  label: string
  note: string
  about: string
  inWords: boolean
  perJob: boolean
  form: Form
}

function waysFor({ vocabularies }: Things, macros: 'config' | 'files' | null, decided: boolean): ExportFormat[] {
  const way = (
    value: string,
    label: string,
    note: string,
    form: Form,
    more: Partial<ExportFormat> = {},
  ): ExportFormat => ({
    ...{ value, label, note, form, about: '', inWords: false, perJob: false },
    ...more,
  })
  const all = vocabularies.map(({ data }) => data)
  return [
    way('plain', 'in plain numbers, for one job', 'works anywhere', { kind: 'plain' }, { perJob: true }),
    ...vocabularies.map(({ id, data }) =>
      way(
        String(id),
        `with ${data.name}’s placeholders`,
        `${data.open}…${data.close}${data.branch ? '' : ', without branches'}`,
        { kind: 'vocabulary', vocabulary: data, decided },
        { about: data.name, inWords: true, perJob: decided },
      ),
    ),
    ...(macros === 'config'
      ? [
          way('macro', 'as a macro for the config file', 'with the line that calls it', {
            kind: 'host-macro',
            vocabularies: all,
          }),
        ]
      : []),
    ...(macros === 'files'
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

export function useExport(open: Open, things: Things) {
  const { chosen } = open
  const [wish, setWish] = useState<Wish>({
    form: 'plain',
    comments: true,
    ending: 'as-it-is',
    jobs: [chosen.jobName],
    decided: false,
  })
  const printer = things.printers.find(({ id }) => id === chosen.printerId)?.data
  const macros = printer ? macroStorage(printer) : null
  const ways = useMemo(() => waysFor(things, macros, wish.decided), [things, macros, wish.decided])
  const way = ways.find(({ value }) => value === wish.form) ?? (ways[0] as ExportFormat)
  const take = useCallback(
    async (text: string, moment: Moment): Promise<Taken[]> => {
      const settingFor = (jobName: string): RehearsalInput[] => {
        const job = things.jobs.find(({ data }) => data.name === jobName)?.data
        // The chosen material is used for the chosen job; other jobs have their own.
        const materialName =
          jobName === chosen.jobName ? chosen.materialName : ((job && ofFirstTool(job, job.materials)) ?? '')
        const setting = settingOf(things, { ...chosen, moment, jobName, materialName })
        return setting ? [setting] : []
      }
      // A file for all jobs is proven for every job that the printer can print.
      const others = things.jobs
        .map(({ data }) => data)
        .filter(job => job.name !== chosen.jobName && printer && misfit(job, printer) === null)
        .map(({ name }) => name)
      const names = way.perJob ? wish.jobs : [chosen.jobName, ...others]
      const [first, ...more] = names.flatMap(settingFor)
      return first ? inWorker(tasks => tasks.exportScript(text, [first, ...more], { ...wish, form: way.form })) : []
    },
    [chosen, things, wish, way.form, way.perJob, printer],
  )
  const text = fileText(open)
  const { data, error, refetch } = useComputed(
    useCallback(() => take(text, chosen.moment), [take, text, chosen.moment]),
  )
  const taken = data ?? none
  return {
    wish,
    change: (part: Partial<Wish>) => setWish(before => ({ ...before, ...part })),
    forms: ways.map(({ value, label, note }) => ({ value, label, about: note })),
    form: way,
    printer: printer?.name ?? 'printer',
    taken,
    waiting: data === undefined && error === null,
    trouble: error?.message ?? null,
    retry: () => void refetch(),
    take,
    /** The number of parts that can't be expressed without deciding them for one job. */
    undecided: wish.decided ? 0 : (taken[0]?.untranslatable.length ?? 0),
  }
}
