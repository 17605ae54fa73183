// Macros: a host's config, or the macro files on a board's card, stored for a printer and explained line by line.
import { useCallback, useMemo, useState } from 'react'
import { useLocation, useSearchParams } from 'react-router'
import { explainFile, explainMacro, type MacroTrouble } from '../../../core/explain/macro.ts'
import { type ConfigProblem, configOf } from '../../../core/macros/config.ts'
import { job, material } from '../../../core/model/example.ts'
import { familyFacts } from '../../../core/model/family.ts'
import { macroStorage, type Printer } from '../../../core/model/printer.ts'
import { type RehearsalInput, stageOf } from '../../../core/round.ts'
import { useComputed } from '../../lib/useComputed.ts'
import { useTitle } from '../../lib/useTitle.ts'
import type { Saved } from '../../state/api.ts'
import { useShelf, useThings } from '../../state/queries.ts'
import { inWorker } from '../../state/rehearser.ts'
import { Choice } from '../../ui/Choice.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { ConfigForm } from './ConfigForm.tsx'
import { FilesForm } from './FilesForm.tsx'
import { type Listed, MacroText } from './MacroText.tsx'
import { Unseen } from './Unseen.tsx'

/** The input with which a macro is explained if nothing calls it. */
const settingFor = (printer: Printer): RehearsalInput => ({ printer, material, job, moment: 'start' })

/** Everything that a printer's scripts can call, each line with its sentence. */
function listed(printer: Printer): { all: Listed[]; problems: ConfigProblem[] } {
  const stage = stageOf(settingFor(printer))
  if (macroStorage(printer) === 'files')
    return {
      all: printer.macroFiles.map(file => ({
        name: file.name,
        about: '',
        lines: explainFile(file, stage),
        file: file.name,
        line: 1,
      })),
      problems: [],
    }
  const { macros, delayed, problems } = configOf(printer)
  return {
    all: [...macros.values(), ...delayed.values()].map(macro => ({
      name: macro.name,
      about: [
        macro.description,
        macro.renames && `takes its place; the old one is ${macro.renames}`,
        delayed.get(macro.name) === macro && 'runs by itself when its time comes',
      ]
        .filter(Boolean)
        .join(' · '),
      lines: explainMacro(macro, stage),
      file: macro.file ?? '',
      line: macro.line,
    })),
    problems,
  }
}

/** The address of a macro or file on the Desk; null if its file is not known. */
function deskOf(macro: Listed | undefined, files: readonly { id: number; file: string | null }[]): string | null {
  const kept = macro && files.find(({ file }) => file === macro.file)
  return kept ? `/desk/${kept.id}?call=${encodeURIComponent(macro.name)}&line=${macro.line}` : null
}

export function Macros() {
  useTitle('Macros')
  const query = useThings()
  const things = query.data
  const [search, setSearch] = useSearchParams()
  const printers = useMemo(() => things?.printers.filter(({ data }) => macroStorage(data) !== null) ?? [], [things])
  const ofHost = useLocation().state?.config ? printers.find(({ data }) => macroStorage(data) === 'config') : undefined
  const chosen = printers.find(({ data }) => data.name === search.get('printer')) ?? ofHost ?? printers[0]
  return (
    <Page
      title="Macros"
      intro="Macros are stored on the printer, and scripts call them. A line that calls one is rehearsed through it: its values, branches and calls are calculated as the printer would."
      fill
      actions={
        chosen && (
          <Choice
            name="Printer"
            value={chosen.data.name}
            options={printers.map(({ data }) => ({
              value: data.name,
              label: data.name,
              about: familyFacts[data.firmware.family].name,
            }))}
            onChange={printer => setSearch({ printer })}
          />
        )
      }
    >
      {!things && <Pending on={[query]} what="the macros" />}
      {things && !chosen && <p>None of your printers has macros: only printers with host or macro-file firmware do.</p>}
      {chosen && <OfPrinter key={chosen.id} printer={chosen} />}
    </Page>
  )
}

const none: MacroTrouble[] = []

function OfPrinter({ printer }: { printer: Saved<Printer> }) {
  const computed = useComputed(
    useCallback(() => inWorker(tasks => tasks.macroTroubles(settingFor(printer.data))), [printer]),
  )
  // Until there is a response the lines have only their sentences.
  const troubles = computed.data ?? none
  const { all, problems } = useMemo(() => listed(printer.data), [printer])
  const [shown, setShown] = useState<string | null>(null)
  const pasted: unknown = useLocation().state?.config
  const pastedConfig = macroStorage(printer.data) === 'config' && typeof pasted === 'string' ? pasted : ''
  const [editing, setEditing] = useState(pastedConfig !== '')
  const macro = all.find(({ name }) => name === shown) ?? all[0]
  const done = () => setEditing(false)
  const shelf = useShelf()
  if (editing || all.length === 0) {
    const onClose = all.length > 0 ? () => setEditing(false) : null
    return macroStorage(printer.data) === 'config' ? (
      <ConfigForm printer={printer} pastedConfig={pastedConfig} onDone={done} onClose={onClose} />
    ) : (
      <FilesForm printer={printer} onDone={done} onClose={onClose} />
    )
  }
  // Waits for the files: a link that appeared later would move the button beside it from under the pointer.
  if (!shelf.data) return <Pending on={[shelf]} what="the macros" />
  const files = shelf.data.printers.find(each => each.id === printer.id)?.files ?? []
  return (
    <>
      <Failed
        why={computed.error && `What the macros do could not be worked out. ${computed.error.message}`}
        onRetry={() => void computed.refetch()}
      />
      <MacroText
        all={all}
        macro={macro}
        problems={problems}
        troubles={troubles}
        unseen={<Unseen printer={printer} troubles={troubles} />}
        onShow={setShown}
        onEdit={() => setEditing(true)}
        desk={deskOf(macro, files)}
      />
    </>
  )
}
