// The Desk's own header: what is open, what it is rehearsed for, saving and taking away.
import { Copy, Download, Undo2 } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useEffect, useState } from 'react'
import { plural } from '../../../core/explain/words.ts'
import { Moment } from '../../../core/model/script.ts'
import { makers } from '../../../core/script/makers/makers.ts'
import { Button } from '../../parts/Button.tsx'
import { Choice } from '../../parts/Choice.tsx'
import { MenuItem, menuLook } from '../../parts/menu.tsx'
import { howLongAgo, momentWords } from '../../parts/words.ts'
import type { Things } from '../../state/api.ts'
import {
  choose,
  fileText,
  goBackToSaved,
  hasUnsavedChange,
  materialFor,
  type Open,
  saveOpen,
} from '../../state/desk.ts'
import { propose } from '../../state/preview.ts'
import { SaveAs } from './SaveAs.tsx'

export function DeskHeader({ open, things }: { open: Open; things: Things }) {
  const [naming, setNaming] = useState(false)
  const [said, setSaid] = useState<{ text: string; bad: boolean } | null>(null)
  const unsaved = hasUnsavedChange(open)
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was said speaks of the text as it was
  useEffect(() => setSaid(null), [open.text])
  const { chosen, saved } = open

  const save = async () => {
    if (!saved) return setNaming(true)
    const refusal = await saveOpen('')
    setSaid(refusal ? { text: refusal, bad: true } : null)
  }
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(fileText(open))
      setSaid({ text: 'Copied', bad: false })
    } catch {
      setSaid({ text: 'The browser does not allow copying here. Select the text and copy it by hand.', bad: true })
    }
  }
  const download = () => {
    const url = URL.createObjectURL(new Blob([fileText(open)], { type: 'text/plain' }))
    const link = document.createElement('a')
    link.href = url
    link.download = `${(saved?.name ?? (open.suggestedName || 'script')).replace(/[\\/:*?"<>|]/g, '-')}.gcode`
    link.click()
    URL.revokeObjectURL(url)
    setSaid({ text: `Saved to your downloads as ${link.download}`, bad: false })
  }

  return (
    <div className="flex shrink-0 items-center gap-3.5">
      <div className="min-w-32">
        <h1 className="truncate font-serif text-[21px] leading-6 font-semibold" title={saved?.name}>
          {saved?.name ?? 'New script'}
        </h1>
        <p role="status" className={`line-clamp-2 text-[13px] leading-4 ${said?.bad ? 'text-bad' : 'text-soft'}`}>
          {said?.text ?? state(open, unsaved)}
        </p>
      </div>
      <Divider />
      <Choice
        name="Printer"
        value={String(chosen.printerId)}
        options={things.printers.map(({ id, data }) => ({ value: String(id), label: data.name, about: data.about }))}
        onChange={value => choose({ printerId: Number(value) })}
      />
      <Choice
        name="Runs"
        value={chosen.moment}
        options={Moment.options.map(moment => ({ value: moment, label: momentWords[moment] }))}
        onChange={value => choose({ moment: value as Moment })}
      />
      <Divider />
      <Choice
        name="Rehearsed for"
        value={chosen.jobName}
        options={things.jobs.map(({ data }) => ({ value: data.name, label: data.name, about: data.about }))}
        onChange={jobName => {
          const job = things.jobs.find(({ data }) => data.name === jobName)?.data
          choose({
            jobName,
            materialName: materialFor(
              job,
              things.materials.map(({ data }) => data),
            ),
          })
        }}
      />
      <Choice
        name="Material"
        value={chosen.materialName}
        options={things.materials.map(({ data }) => ({
          value: data.name,
          label: data.name,
          about: `nozzle ${data.nozzleC} °C, bed ${data.bedC} °C, drips above ${data.oozeSafeC} °C`,
        }))}
        onChange={materialName => choose({ materialName })}
      />
      <div className="ml-auto flex shrink-0 items-center gap-2">
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>
            <Button>Add</Button>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" sideOffset={6} className={menuLook}>
              {makers.map(maker => (
                <MenuItem
                  key={maker.name}
                  onSelect={() => void propose({ do: 'make', maker: maker.name, values: {}, at: placeFor(open) })}
                >
                  <span>
                    <b>{maker.title}</b>
                    <span className="block text-[13px] text-soft">{maker.purpose}</span>
                  </span>
                </MenuItem>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>
            <Button>Tools</Button>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" sideOffset={6} className={menuLook}>
              <MenuItem onSelect={() => void propose({ do: 'repair' })}>Repair what a paste did</MenuItem>
              <MenuItem onSelect={() => void propose({ do: 'line-up' })}>Line up the comments</MenuItem>
              <MenuItem
                onSelect={() => void propose({ do: 'probe-without-drips', how: { cornerLiftMm: 10, settleS: 0 } })}
              >
                Probe without drips
              </MenuItem>
              <MenuItem onSelect={() => void propose({ do: 'count-filament', to: 'relative' })}>
                Count filament from the last move
              </MenuItem>
              <MenuItem onSelect={() => void propose({ do: 'count-filament', to: 'absolute' })}>
                Count filament from its zero
              </MenuItem>
              <MenuItem onSelect={() => void propose({ do: 'units', to: 'mm' })}>Write it in millimetres</MenuItem>
              <MenuItem onSelect={() => void propose({ do: 'units', to: 'inch' })}>Write it in inches</MenuItem>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>
            <Button>Take away</Button>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" sideOffset={6} className={menuLook}>
              <MenuItem onSelect={() => void copy()}>
                <Copy size={15} aria-hidden /> Copy the text
              </MenuItem>
              <MenuItem onSelect={download}>
                <Download size={15} aria-hidden /> Download as .gcode
              </MenuItem>
              {saved && unsaved && (
                <MenuItem onSelect={() => void goBackToSaved()}>
                  <Undo2 size={15} aria-hidden /> Go back to what is saved
                </MenuItem>
              )}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        {saved && <Button onClick={() => setNaming(true)}>Save as…</Button>}
        <Button main onClick={() => void save()} disabled={saved !== null && !unsaved}>
          Save
        </Button>
      </div>
      {naming && <SaveAs open={open} things={things} onClose={() => setNaming(false)} />}
    </div>
  )
}

/** A new passage goes in after the chosen lines, or at the end. */
const placeFor = ({ text, selection }: Open): number => (selection ? selection.lastLine : text.split('\n').length) + 1

const Divider = () => <span aria-hidden className="h-7 w-px shrink-0 bg-rule" />

function state(open: Open, unsaved: boolean): string {
  if (!open.saved) return `Not saved yet, ${plural(open.text.split('\n').length, 'line')}`
  return unsaved ? 'Changed, not saved' : `Saved ${howLongAgo(open.saved.changedAt, new Date())}`
}
