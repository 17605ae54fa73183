// What can be done with the whole script: passages added, tools used, the text taken away.
import { Copy, Download, Undo2 } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { memo, type ReactNode } from 'react'
import type { EditRequest } from '../../../core/runs/edit.ts'
import { makers } from '../../../core/script/makers/makers.ts'
import { Button } from '../../parts/Button.tsx'
import { MenuItem, menuLook } from '../../parts/menu.tsx'
import { fileText, goBackToSaved, type Open, useDesk } from '../../state/desk.ts'
import { propose } from '../../state/preview.ts'

/** What came of an action, to be shown under the script's name. */
export type Said = { text: string; bad: boolean }

type Props = { canGoBack: boolean; onSaid: (said: Said) => void }

const tools: [string, EditRequest][] = [
  ['Repair what a paste did', { do: 'repair' }],
  ['Line up the comments', { do: 'line-up' }],
  ['Probe without drips', { do: 'probe-without-drips', how: { cornerLiftMm: 10, settleS: 0 } }],
  ['Count filament from the last move', { do: 'count-filament', to: 'relative' }],
  ['Count filament from its zero', { do: 'count-filament', to: 'absolute' }],
  ['Write it in millimetres', { do: 'units', to: 'mm' }],
  ['Write it in inches', { do: 'units', to: 'inch' }],
]

/** A new passage goes in after the chosen lines, or at the end. */
const placeFor = ({ text, selection }: Open): number => (selection ? selection.lastLine : text.split('\n').length) + 1

function add(maker: string): void {
  const { open } = useDesk.getState()
  if (open) void propose({ do: 'make', maker, values: {}, at: placeFor(open) })
}

async function copy(): Promise<Said> {
  const { open } = useDesk.getState()
  try {
    await navigator.clipboard.writeText(open ? fileText(open) : '')
    return { text: 'Copied', bad: false }
  } catch {
    return { text: 'The browser does not allow copying here. Select the text and copy it by hand.', bad: true }
  }
}

function download(): Said {
  const { open } = useDesk.getState()
  if (!open) return { text: 'There is no script open.', bad: true }
  const url = URL.createObjectURL(new Blob([fileText(open)], { type: 'text/plain' }))
  const link = document.createElement('a')
  link.href = url
  link.download = `${(open.saved?.name ?? (open.suggestedName || 'script')).replace(/[\\/:*?"<>|]/g, '-')}.gcode`
  link.click()
  URL.revokeObjectURL(url)
  return { text: `Saved to your downloads as ${link.download}`, bad: false }
}

export const DeskMenus = memo(function DeskMenus({ canGoBack, onSaid }: Props) {
  return (
    <>
      <Menu name="Add">
        {makers.map(maker => (
          <MenuItem key={maker.name} onSelect={() => add(maker.name)}>
            <span>
              <b>{maker.title}</b>
              <span className="block text-[13px] text-soft">{maker.purpose}</span>
            </span>
          </MenuItem>
        ))}
      </Menu>
      <Menu name="Tools">
        {tools.map(([name, request]) => (
          <MenuItem key={name} onSelect={() => void propose(request)}>
            {name}
          </MenuItem>
        ))}
      </Menu>
      <Menu name="Take away">
        <MenuItem onSelect={() => void copy().then(onSaid)}>
          <Copy size={15} aria-hidden /> Copy the text
        </MenuItem>
        <MenuItem onSelect={() => onSaid(download())}>
          <Download size={15} aria-hidden /> Download as .gcode
        </MenuItem>
        {canGoBack && (
          <MenuItem onSelect={() => void goBackToSaved()}>
            <Undo2 size={15} aria-hidden /> Go back to what is saved
          </MenuItem>
        )}
      </Menu>
    </>
  )
})

const Menu = ({ name, children }: { name: string; children: ReactNode }) => (
  <DropdownMenu.Root>
    <DropdownMenu.Trigger asChild>
      <Button>{name}</Button>
    </DropdownMenu.Trigger>
    <DropdownMenu.Portal>
      <DropdownMenu.Content align="end" sideOffset={6} className={`${menuLook} max-h-[80vh] overflow-auto`}>
        {children}
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
)
