// A printer with different firmware: carries all of its scripts and macros over at once, and shows each plan with its questions.
import { keepPreviousData, type UseQueryResult, useQueries, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { plural } from '../../../core/format.ts'
import type { CarryOptions } from '../../../core/model/came-from.ts'
import { familyFacts, familyNames } from '../../../core/model/family.ts'
import { configName, filesOf } from '../../../core/model/files.ts'
import type { Moment } from '../../../core/model/moment.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import type { Printer } from '../../../core/model/printer.ts'
import type { SavedScript } from '../../../core/model/stored.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { api, type MacroToCarry, type PlanShown } from '../../state/api.ts'
import { useScriptsOf } from '../../state/queries.ts'
import { Button } from '../../ui/Button.tsx'
import { EmptyState } from '../../ui/Card.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Field, fieldLook } from '../../ui/Field.tsx'
import { MissingThing } from '../../ui/MissingThing.tsx'
import { Page } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { Press } from '../../ui/Press.tsx'
import { noOptions, withRefused } from './carry-options.ts'
import { NewFindings } from './NewFindings.tsx'
import { PlanCells, PlanTable, planColumns, TickCell, ticking } from './PlanTable.tsx'
import { PlanText } from './PlanText.tsx'
import { Questions } from './Questions.tsx'

type Firmware = Printer['firmware']
type Family = Firmware['family']

export function OtherFirmware() {
  const { id = '' } = useParams()
  const query = useScriptsOf(Number(id))
  const macros = useQuery({ queryKey: ['macros of', id], queryFn: () => api.macrosToCarry(Number(id)) })
  if (!query.data || !macros.data) return <Pending on={[query, macros]} what="the printer" />
  const printer = query.data.things.printers.find(each => String(each.id) === id)?.data
  if (!printer) return <MissingThing why={`There is no printer ${id}.`} />
  return <OnePrinter key={id} id={Number(id)} printer={printer} scripts={query.data.scripts} macros={macros.data} />
}

type Props = { id: number; printer: Printer; scripts: readonly SavedScript[]; macros: readonly MacroToCarry[] }

/** A script, or a macro as its call; `about` says what else happens to it. */
type Piece = { key: string; name: string; moment: Moment; text: string; about: string; atFirst: CarryOptions }

const scriptKey = ({ id, revisionId }: SavedScript): string => `script ${id} ${revisionId}`
const macroKey = ({ name }: MacroToCarry): string => `macro ${name}`

const piecesOf = (scripts: readonly SavedScript[], macros: readonly MacroToCarry[]): Piece[] => [
  ...scripts.map(script => ({
    key: scriptKey(script),
    name: script.name,
    moment: script.moment,
    text: script.text,
    about: script.stock ? 'stock: a new variant' : '',
    atFirst: noOptions,
  })),
  ...macros.map(macro => ({
    key: macroKey(macro),
    name: macro.name,
    moment: macro.moment,
    text: `${macro.call}\n`,
    about: 'a macro: a new script with its commands',
    // The call contained the temperatures of an arbitrary material.
    atFirst: { ...noOptions, heatsAsValues: true },
  })),
]

function OnePrinter({ id, printer, scripts, macros }: Props) {
  const navigate = useNavigate()
  useTitle(`Another firmware for ${printer.name}`)
  const { firmware: now } = printer
  const [family, setFamily] = useState<Family>(now.family)
  const [version, setVersion] = useState(now.version)
  const [asked, setAsked] = useState<Readonly<Record<string, CarryOptions>>>({})
  const [unticked, setUnticked] = useState<ReadonlySet<string>>(new Set())
  const firmware: Firmware = { family, version: version.trim(), abilities: {} }
  const readable = /^\d+(\.\d+)*$/.test(firmware.version)
  const differs = readable && (family !== now.family || firmware.version !== now.version)
  // A different family can't read the macros.
  const pieces = piecesOf(scripts, family === now.family ? [] : macros)
  const plans = useQueries({
    queries: pieces.map(({ key, text, moment, atFirst }) => ({
      queryKey: ['firmware', key, text, firmware, asked[key] ?? atFirst],
      enabled: differs,
      queryFn: () => api.planCarry({ text, moment, from: id, to: id, firmware, asked: asked[key] ?? atFirst }),
      placeholderData: keepPreviousData,
      retry: false,
    })),
  })
  const all = plans.every(({ data, error }) => data ?? error)
  const files = filesOf(printer).map(({ name }) => name || configName)
  const texts = new Map(
    pieces.flatMap(({ key }, i): [string, string][] => {
      const text = plans[i]?.data?.text
      return text === undefined || unticked.has(key) ? [] : [[key, text]]
    }),
  )
  const saving = useCommand(async () => {
    await api.changeFirmware(id, {
      firmware,
      scripts: scripts.flatMap(script => {
        const text = texts.get(scriptKey(script))
        const { id: scriptId, revision: base, identity } = script
        return text === undefined ? [] : [{ id: scriptId, base, identity, text }]
      }),
      macros: macros.flatMap(macro => {
        const text = texts.get(macroKey(macro))
        return text === undefined ? [] : [{ name: macro.name, moment: macro.moment, text }]
      }),
    })
    await navigate(`/printers/${id}`)
  })
  return (
    <Page
      title={<>{printer.name} has different firmware now</>}
      intro={
        <>
          Its scripts and macros are carried from {familyFacts[now.family].name} {now.version} to the new one, all at
          once.
        </>
      }
      actions={
        <>
          <Button onClick={() => void navigate(`/printers/${id}`)}>Not now</Button>
          <Button main disabled={!differs || !all} onClick={() => void saving.run()}>
            Change it, with {plural(texts.size, 'script')}
          </Button>
        </>
      }
    >
      <NewFirmware
        firmware={firmware}
        readable={readable}
        onFamily={setFamily}
        onVersion={setVersion}
        losesFiles={files.length > 0 && family !== now.family}
      />
      <Failed why={saving.problem} onRetry={saving.retry} />
      {!differs ? (
        <EmptyState>
          It has {familyFacts[now.family].name} {now.version}. Choose the family or the version that it has now.
        </EmptyState>
      ) : (
        <>
          <PlanTable label="Its scripts" first="Script" findings="New findings">
            {pieces.map((piece, i) => (
              <PieceRow
                key={piece.key}
                piece={piece}
                printer={printer}
                query={plans[i]}
                asked={asked[piece.key] ?? piece.atFirst}
                onAsked={next => setAsked({ ...asked, [piece.key]: next })}
                ticked={!unticked.has(piece.key)}
                onTick={ticked => setUnticked(ticking(unticked, piece.key, !ticked))}
              />
            ))}
            <FileRows files={files} reads={family === now.family} family={family} />
          </PlanTable>
          {pieces.length === 0 && <p className="p-4 text-soft">It has no scripts; only its firmware changes.</p>}
        </>
      )}
    </Page>
  )
}

type NewFirmwareProps = {
  firmware: Firmware
  /** Whether the version is a version number. */
  readable: boolean
  onFamily: (family: Family) => void
  onVersion: (version: string) => void
  /** Whether the printer has files that this family does not read. */
  losesFiles: boolean
}

function NewFirmware({ firmware: { family, version }, readable, onFamily, onVersion, losesFiles }: NewFirmwareProps) {
  return (
    <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
      <Choice
        name="The new firmware"
        value={family}
        options={familyNames.map(each => ({ value: each, label: familyFacts[each].name }))}
        onChange={chosen => onFamily(chosen as Family)}
      />
      <div className="w-40">
        <Field name="Version" {...(!readable && { flaw: 'numbers with points between, as 12.1' })}>
          {(fieldId, described) => (
            <input
              id={fieldId}
              {...described}
              value={version}
              onChange={event => onVersion(event.target.value)}
              className={fieldLook}
            />
          )}
        </Field>
      </div>
      {losesFiles && (
        <p className="max-w-xl text-control text-warn">
          {familyFacts[family].name} does not read its config and macro files, so they go into the bin. Their macros are
          written out in the scripts that call them, and each macro becomes a separate script.
        </p>
      )}
    </div>
  )
}

type FilesProps = { files: readonly string[]; reads: boolean; family: Family }

/** What happens to the printer's files: those that the new firmware reads stay, others go into the bin. */
const FileRows = ({ files, reads, family }: FilesProps) => (
  <tbody>
    {files.map(name => (
      <tr key={name} className="border-t border-rule align-baseline">
        <td className="truncate py-2 pr-3 pl-9" title={name}>
          <b>{name}</b>
        </td>
        <td colSpan={planColumns - 1} className="py-2 pr-3 text-control text-soft">
          {reads
            ? 'stays as it is: the new version can read it'
            : `into the bin, with its history: ${familyFacts[family].name} reads none of it`}
        </td>
      </tr>
    ))}
  </tbody>
)

type RowProps = {
  piece: Piece
  printer: Printer
  query: UseQueryResult<PlanShown, Error> | undefined
  asked: CarryOptions
  onAsked: (asked: CarryOptions) => void
  ticked: boolean
  onTick: (ticked: boolean) => void
}

function PieceRow({ piece, printer, query, asked, onAsked, ticked, onTick }: RowProps) {
  const plan = query?.data
  const [open, setOpen] = useState(false)
  return (
    <tbody className="border-t border-rule">
      <tr className="align-baseline">
        <TickCell
          name={piece.name}
          about={[momentFacts[piece.moment].when, piece.about].filter(Boolean).join(', ')}
          ticked={ticked}
          disabled={!plan}
          onTick={onTick}
        />
        <PlanCells query={query} fromBefore />
        <td className="py-2 pr-3 text-control">
          {plan && (
            <Press aria-expanded={open} onClick={() => setOpen(!open)} className="text-heat underline">
              Line by line
            </Press>
          )}
        </td>
      </tr>
      {open && plan && (
        <tr>
          <td colSpan={planColumns} className="px-3 pb-3">
            <div className="grid gap-3">
              <NewFindings plan={plan} to={`${printer.name} with its new firmware`} />
              <Questions asks={plan.asks} asked={asked} onAsked={onAsked} />
              <PlanText
                plan={plan}
                from="before"
                to="now"
                refused={asked.refused}
                onRefuse={(id, refused) => onAsked(withRefused(asked, id, refused))}
              />
            </div>
          </td>
        </tr>
      )}
    </tbody>
  )
}
