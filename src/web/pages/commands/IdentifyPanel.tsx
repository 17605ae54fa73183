// Identifies a printer from its reply to M115: proposes family, version and abilities, which the person confirms.
import { useMemo, useState } from 'react'
import { families } from '../../../core/firmware/families.ts'
import { identify } from '../../../core/firmware/identify.ts'
import { type FamilyName, familyFacts } from '../../../core/model/family.ts'
import { nameKey } from '../../../core/model/script.ts'
import { useCommand } from '../../lib/useCommand.ts'
import { api, type Things } from '../../state/api.ts'
import { Button } from '../../ui/Button.tsx'
import { PrinterEffect } from '../../ui/EffectCard.tsx'
import { Failed } from '../../ui/Failed.tsx'
import { Field, fieldLook } from '../../ui/Field.tsx'
import { Panel } from '../../ui/Panel.tsx'

type SavedPrinter = Things['printers'][number]
type Props = { printers: SavedPrinter[]; onClose: () => void }

export function IdentifyPanel({ printers, onClose }: Props) {
  const [reply, setReply] = useState('')
  const [chosen, setChosen] = useState<number | null>(null)
  const [family, setFamily] = useState<FamilyName | ''>('')
  const [version, setVersion] = useState<string | null>(null)
  const found = useMemo(() => identify(reply), [reply])
  // The printer named in the reply is chosen, until the person chooses a different one.
  const named = printers.find(({ data }) => nameKey(data.name) === nameKey(found.machine ?? ''))
  const printerId = chosen ?? (named ?? printers[0])?.id ?? 0
  const printer = printers.find(({ id }) => id === printerId)?.data
  const wantedFamily = family || found.family
  const wantedVersion = version ?? found.version ?? ''

  const [message, setMessage] = useState('')
  const confirming = useCommand(async () => {
    setMessage('')
    if (!wantedFamily) throw new Error('Say which family it is.')
    const { data } = await api.setFirmware(printerId, {
      family: wantedFamily,
      version: wantedVersion,
      abilities: found.abilities,
    })
    setMessage(`${data.name} now runs the ${wantedFamily} family, version ${wantedVersion}.`)
  })

  return (
    <Panel
      open
      wide
      onClose={onClose}
      title="Identify a printer"
      about="Send M115 to the printer, and paste all that it answers here."
    >
      <Field name="The reply">
        {id => (
          <textarea
            id={id}
            rows={5}
            value={reply}
            onChange={event => setReply(event.target.value)}
            className={`${fieldLook} font-mono text-small`}
          />
        )}
      </Field>
      {reply.trim() !== '' && <Identified found={found} />}
      <FirmwareFields
        printers={printers}
        printerId={printerId}
        family={wantedFamily}
        version={wantedVersion}
        onPrinter={setChosen}
        onFamily={setFamily}
        onVersion={setVersion}
      />
      {printer && wantedFamily && (
        <div className="mt-4">
          <PrinterEffect
            printerId={printerId}
            before={printer}
            after={{
              ...printer,
              firmware: { family: wantedFamily, version: wantedVersion, abilities: found.abilities },
            }}
          />
        </div>
      )}
      <Failed why={confirming.problem} onRetry={wantedFamily ? confirming.retry : undefined} />
      <p role="status" className="mt-2 text-control text-good">
        {message}
      </p>
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Close</Button>
        <Button main onClick={() => void confirming.run()}>
          Use these
        </Button>
      </div>
    </Panel>
  )
}

/** Shows which family the reply suggests, why, and which abilities it lists. */
function Identified({ found }: { found: ReturnType<typeof identify> }) {
  const abilities = Object.entries(found.abilities)
  return (
    <>
      <p className="mt-2" role="status">
        {found.family ? (
          <>
            This looks like the <b>{found.family}</b> family: {found.because}. {familyFacts[found.family].about}
          </>
        ) : (
          <>The family is not clear: {found.because}. Choose it yourself.</>
        )}
      </p>
      {abilities.length > 0 && (
        <ul aria-label="Abilities" className="mt-2 flex max-h-28 flex-wrap gap-1.5 overflow-auto text-small">
          {abilities.map(([ability, on]) => (
            <li key={ability} className={`rounded-sm border border-rule px-1.5 font-mono ${on ? '' : 'text-soft'}`}>
              {ability} {on ? 'yes' : 'no'}
            </li>
          ))}
        </ul>
      )}
    </>
  )
}

type FieldsProps = {
  printers: SavedPrinter[]
  printerId: number
  family: FamilyName | null
  version: string
  onPrinter: (id: number) => void
  onFamily: (family: FamilyName) => void
  onVersion: (version: string) => void
}

/** Fields that choose the printer to change, its new firmware family and its version. */
function FirmwareFields({ printers, printerId, family, version, onPrinter, onFamily, onVersion }: FieldsProps) {
  return (
    <div className="mt-3 grid grid-cols-3 max-phone:grid-cols-2 gap-3">
      <Field name="Printer">
        {id => (
          <select
            id={id}
            value={printerId}
            onChange={event => onPrinter(Number(event.target.value))}
            className={fieldLook}
          >
            {printers.map(each => (
              <option key={each.id} value={each.id}>
                {each.data.name}
              </option>
            ))}
          </select>
        )}
      </Field>
      <Field name="Family">
        {id => (
          <select
            id={id}
            value={family ?? ''}
            onChange={event => onFamily(event.target.value as FamilyName)}
            className={fieldLook}
          >
            {!family && <option value="">not known</option>}
            {Object.keys(families).map(each => (
              <option key={each}>{each}</option>
            ))}
          </select>
        )}
      </Field>
      <Field name="Version">
        {id => (
          <input id={id} value={version} onChange={event => onVersion(event.target.value)} className={fieldLook} />
        )}
      </Field>
    </div>
  )
}
