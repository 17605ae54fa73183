// The page of a printer: all its fields, its bed, and the effect of a change on its scripts.
import { Copy, Cpu, Download, FileSearch, History } from 'lucide-react'
import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { Printer } from '../../../core/model/printer.ts'
import type { SavedScript } from '../../../core/model/stored.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { useForm } from '../../lib/useForm.ts'
import { useLastValid } from '../../lib/useLastValid.ts'
import { useTitle } from '../../lib/useTitle.ts'
import { api, type Things } from '../../state/api.ts'
import { useScriptsOf } from '../../state/queries.ts'
import { Button } from '../../ui/Button.tsx'
import { Card } from '../../ui/Card.tsx'
import { Confirm } from '../../ui/Confirm.tsx'
import { EarlierPanel } from '../../ui/EarlierPanel.tsx'
import { EffectCard } from '../../ui/EffectCard.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { LeaveDialog } from '../../ui/LeaveDialog.tsx'
import { MissingThing } from '../../ui/MissingThing.tsx'
import { OtherDrafts } from '../../ui/OtherDrafts.tsx'
import { PageHead } from '../../ui/Page.tsx'
import { Pending } from '../../ui/Pending.tsx'
import { PageLink } from '../../ui/Press.tsx'
import { BedPad } from './BedPad.tsx'
import { Features } from './Features.tsx'
import { labelOf } from './fields.ts'
import { PrinterFields } from './PrinterFields.tsx'
import { SpotsForm } from './SpotsForm.tsx'
import { withOwnSources } from './sources.ts'

export function PrinterPage() {
  const { id = '' } = useParams()
  const query = useScriptsOf(Number(id))
  const { data } = query
  if (!data) return <Pending on={[query]} what="the printer" />
  const found = data.things.printers.find(each => String(each.id) === id)
  if (!found) return <MissingThing why={`There is no printer ${id}.`} />
  return <OnePrinter key={id} id={Number(id)} saved={found.data} {...data} />
}

type Props = { id: number; saved: Printer; scripts: readonly SavedScript[]; things: Things }

function OnePrinter({ id, saved, scripts, things }: Props) {
  const navigate = useNavigate()
  useTitle(saved.name)
  const [message, setMessage] = useState('')
  const [asking, setAsking] = useState(false)
  const [earlier, setEarlier] = useState(false)
  const form = useForm<Printer>({
    key: `printer ${id}`,
    schema: Printer,
    saved,
    send: async printer => {
      await api.changePrinter(id, withOwnSources(saved, printer))
      setMessage('Saved')
    },
  })
  const { fields, value: printer, changed, change } = form
  // Macros can be long, and are not drawn.
  const drawn = useLastValid<Printer>({ ...printer, macros: '', macroFiles: [], configFiles: [] })
  const copying = useCommand(async () => {
    const names = things.printers.map(({ data }) => data.name)
    let name = `${saved.name}, a copy`
    for (let i = 2; names.includes(name); i++) name = `${saved.name}, copy ${i}`
    const made = await api.addPrinter({ ...saved, name })
    await navigate(`/printers/${made.id}`)
  })
  return (
    <form noValidate onSubmit={event => void form.submit(event)} className="mx-auto max-w-[1500px] px-6 py-5">
      <div className="sticky top-0 z-10 bg-paper pb-3">
        <PageHead
          title={saved.name}
          intro={changed ? (form.waited ?? 'Changed, not saved') : message || saved.about}
          live
          actions={
            <>
              <Button onClick={() => setAsking(true)}>Throw away…</Button>
              <PrinterActions id={id} onEarlier={() => setEarlier(true)} onCopy={() => void copying.run()} />
              {changed && <Button onClick={form.undo}>Undo changes</Button>}
              <Button main type="submit" data-saves disabled={!changed}>
                Save
              </Button>
            </>
          }
        />
      </div>
      <div className="mb-3 empty:hidden">
        <Failed why={form.refusal} />
        <Failed why={copying.problem} onRetry={copying.retry} />
      </div>
      <OtherDrafts form={form} />
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,400px)] gap-6 max-tablet:grid-cols-1">
        <div className="grid content-start gap-5">
          <PrinterFields form={fields} printer={printer} saved={saved} onChange={change} />
          <Features printer={printer} onChange={change} />
        </div>
        <div className="sticky top-20 grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-4 self-start">
          <BedPad printer={drawn} onChange={change} />
          <SpotsForm printer={printer} onChange={change} />
          <EffectCard before={saved} after={printer} scripts={scripts} things={things} />
          {scripts.length > 0 && <ItsScripts scripts={scripts} />}
        </div>
      </div>
      {asking && (
        <Confirm
          title={`Throw “${saved.name}” away`}
          about="It stays in the bin for 30 days and can be put back from the Workshop."
          go="Throw it away"
          onGo={async () => {
            await api.removePrinter(id)
            form.undo()
            // Navigates once the form counts as unchanged: otherwise the page would ask about unsaved changes.
            setTimeout(() => void navigate('/'))
          }}
          onClose={() => setAsking(false)}
        />
      )}
      {earlier && (
        <EarlierPanel
          name={saved.name}
          listOf={`printer ${id}`}
          now={printer}
          fetch={() => api.earlierPrinters(id)}
          labelOf={labelOf(printer)}
          onTake={change}
          onClose={() => setEarlier(false)}
        />
      )}
      <LeaveDialog what={saved.name} changed={changed} save={form.submit} undo={form.undo} />
    </form>
  )
}

type ActionsProps = { id: number; onEarlier: () => void; onCopy: () => void }

/** What can be done with a printer besides changing its fields. */
function PrinterActions({ id, onEarlier, onCopy }: ActionsProps) {
  const navigate = useNavigate()
  return (
    <>
      <Button onClick={() => void navigate(`/printers/${id}/firmware`)}>
        <Cpu size={15} aria-hidden /> Another firmware…
      </Button>
      <Button onClick={() => void navigate(`/printers/learn?for=${id}`)}>
        <FileSearch size={15} aria-hidden /> Learn from files…
      </Button>
      <Button onClick={onEarlier}>
        <History size={15} aria-hidden /> Earlier…
      </Button>
      <Button onClick={onCopy}>
        <Copy size={15} aria-hidden /> Copy
      </Button>
      <a
        href={`/api/archive/printers/${id}`}
        download
        className="inline-flex items-center gap-1.5 rounded-button border border-rule bg-raised px-3.5 py-1.5 text-control hover:border-soft"
      >
        <Download size={15} aria-hidden /> Export
      </a>
    </>
  )
}

/** The printer's scripts, each to open or to carry over. */
const ItsScripts = ({ scripts }: { scripts: readonly SavedScript[] }) => (
  <Card aria-label="Its scripts" title="Its scripts">
    <ul className="mt-1 grid gap-1 text-body">
      {scripts.map(({ id, name }) => (
        <li key={id} className="flex items-baseline gap-3">
          <PageLink to={`/desk/${id}`} className="min-w-0 flex-1 truncate hover:text-heat" title={name}>
            {name}
          </PageLink>
          <PageLink
            to={`/carry/${id}`}
            aria-label={`Carry over to…: ${name}`}
            className="text-control text-heat underline"
          >
            Carry over to…
          </PageLink>
        </li>
      ))}
    </ul>
  </Card>
)
