// What can be done with the whole script: passages added, tools used, the text taken away.
import { Copy, Download, FileOutput, Undo2 } from 'lucide-react'
import { memo, useState } from 'react'
import type { MacroText } from '../../../../core/firmware/spec.ts'
import { plural } from '../../../../core/format.ts'
import type { KeptRefrain } from '../../../../core/model/kept.ts'
import type { makers as all } from '../../../../core/script/makers/makers.ts'
import { Button } from '../../../parts/Button.tsx'
import { notLoaded } from '../../../parts/later.tsx'
import { Menu, MenuItem } from '../../../parts/Menu.tsx'
import { api } from '../../../state/api.ts'
import { ask } from '../../../state/asked.ts'
import { goBackToSaved, useDesk } from '../../../state/desk.ts'
import { placeForNew, tables, tools } from '../../../state/desk-tools.ts'
import { useUnsaved } from '../../../state/desk-watch.ts'
import type { Said } from '../../../state/files.ts'
import { propose } from '../../../state/preview.ts'

type Props = { onSaid: (said: Said) => void }

export const loadTaking = () => import('./taking.ts')

function add(maker: string): void {
  void propose({ do: 'make', maker, values: {}, at: placeForNew() })
}

function addRefrain(name: string, text: string): void {
  void propose({ do: 'put-refrain', name, text, at: placeForNew() })
}

/** Whether the script has values, settings or guards of ours. */
const hasValues = ({ text }: { text: string }): boolean => text.includes('@') || /^[ \t]*;[=?]/m.test(text)

export const DeskMenus = memo(function DeskMenus({ onSaid }: Props) {
  const [refrains, setRefrains] = useState<KeptRefrain[]>([])
  const [makers, setMakers] = useState<typeof all>([])
  const [macros, setMacros] = useState<readonly MacroText[]>([])
  const inConfig = useDesk(({ open, things }) => {
    const printer = things?.printers.find(({ id }) => id === open?.chosen.printerId)?.data
    return open?.chosen.opened !== undefined && printer?.firmware.family === 'host'
  })
  const take = (way: keyof typeof import('./taking.ts')) =>
    void loadTaking().then(
      async ways => onSaid(await ways[way]()),
      () => onSaid({ text: notLoaded, bad: true }),
    )
  const withValues = useDesk(({ open }) => open !== null && hasValues(open))
  return (
    <>
      <Menu
        button={props => <Button {...props}>Add</Button>}
        onOpen={() => {
          void import('../../../../core/script/makers/makers.ts').then(found => setMakers(found.makers))
          if (inConfig)
            void import('../../../../core/firmware/host/macro-texts.ts').then(found => setMacros(found.macroTexts))
          else setMacros([])
          void api.refrains().then(setRefrains, () => setRefrains([]))
        }}
      >
        {() => (
          <>
            {refrains.map(({ id, name, text }) => (
              <MenuItem key={id} onSelect={() => addRefrain(name, text)}>
                <span>
                  <b>{name}</b>
                  <span className="block text-[13px] text-soft">
                    your refrain, {plural(text.trimEnd().split('\n').length, 'line')}
                  </span>
                </span>
              </MenuItem>
            ))}
            {macros.map(({ name, title, about }) => (
              <MenuItem key={name} onSelect={() => void propose({ do: 'add-macro', macro: name })}>
                <span>
                  <b>{title}</b>
                  <span className="block text-[13px] text-soft">{about}</span>
                </span>
              </MenuItem>
            ))}
            {makers.map(maker => (
              <MenuItem key={maker.name} onSelect={() => add(maker.name)}>
                <span>
                  <b>{maker.title}</b>
                  <span className="block text-[13px] text-soft">{maker.purpose}</span>
                </span>
              </MenuItem>
            ))}
          </>
        )}
      </Menu>
      <Menu button={props => <Button {...props}>Tools</Button>}>
        {() => (
          <>
            <Tables />
            {tools.map(([name, request]) => (
              <MenuItem key={name} onSelect={() => void propose(request)}>
                {name}
              </MenuItem>
            ))}
          </>
        )}
      </Menu>
      <Menu button={props => <Button {...props}>Export</Button>}>
        {() => (
          <>
            {withValues ? (
              <>
                <MenuItem onSelect={() => take('copyPlain')}>
                  <Copy size={15} aria-hidden /> Copy in plain numbers, for this job
                </MenuItem>
                <MenuItem onSelect={() => take('copySource')}>
                  <Copy size={15} aria-hidden /> Copy the source, with its @ values
                </MenuItem>
              </>
            ) : (
              <MenuItem onSelect={() => take('copySource')}>
                <Copy size={15} aria-hidden /> Copy the text
              </MenuItem>
            )}
            <MenuItem onSelect={() => take('download')}>
              <Download size={15} aria-hidden /> Download as .gcode
            </MenuItem>
            <MenuItem onSelect={() => ask('take-away')}>
              <FileOutput size={15} aria-hidden /> For one job, or in another program’s words…
            </MenuItem>
            <GoBack />
          </>
        )}
      </Menu>
    </>
  )
})

/** They come also into a menu that was opened before the script was read. */
function Tables() {
  const round = useDesk(({ open }) => open?.round)
  return tables(round).map(([name, asked]) => (
    <MenuItem key={name} onSelect={() => ask(asked)}>
      {name}
    </MenuItem>
  ))
}

/** Only where there is something to go back to. */
function GoBack() {
  const unsaved = useUnsaved()
  const isSaved = useDesk(({ open }) => open?.saved != null)
  return (
    isSaved &&
    unsaved && (
      <MenuItem onSelect={() => void goBackToSaved()}>
        <Undo2 size={15} aria-hidden /> Go back to what is saved
      </MenuItem>
    )
  )
}
