// A choice among a few options, with its name above it, such as the printer, the moment or the job.
import { Check } from 'lucide-react'
import { Select } from 'radix-ui'
import { useState } from 'react'
import type { Printer } from '../../core/model/printer.ts'
import { unlessGoneOn } from '../lib/restore-focus.ts'
import { ChoiceName, Chosen, choiceButtonLook } from './Chosen.tsx'
import { Press } from './Press.tsx'

/** A printer as an option of a choice, by its id. */
export const printerOption = (id: number, { name, about }: Pick<Printer, 'name' | 'about'>) => ({
  value: String(id),
  label: name,
  about,
})

type Props = {
  name: string
  value: string
  options: readonly { value: string; label: string; about?: string }[]
  onChange: (value: string) => void
  /** Shown while nothing is chosen. */
  empty?: string
}

/**
 * If there is too little room, choices with labels longer than this, in characters, shrink first, so that shorter
 * labels stay complete.
 */
const shortLabel = 18

export function Choice({ name, value, options, onChange, empty }: Props) {
  const label = options.find(option => option.value === value)?.label ?? empty ?? ''
  const [open, setOpen] = useState(false)
  return (
    <div className={label.length > shortLabel ? 'min-w-24 shrink-[100000]' : 'min-w-14 shrink'}>
      <ChoiceName name={name} />
      <Select.Root value={value} onValueChange={onChange} open={open} onOpenChange={setOpen}>
        {/* A click without a pointer (`detail` 0) comes from the finder. */}
        <Select.Trigger asChild onClick={({ detail }) => detail === 0 && setOpen(true)}>
          <Press aria-label={name} className={choiceButtonLook}>
            <Chosen label={label} />
          </Press>
        </Select.Trigger>
        <Select.Portal>
          <Select.Content
            onCloseAutoFocus={unlessGoneOn}
            position="popper"
            sideOffset={6}
            className="z-40 max-h-(--radix-select-content-available-height) max-w-md rounded-card border border-rule bg-raised p-1 text-ink shadow-lg"
          >
            <Select.Viewport>
              {options.map(option => (
                <Select.Item
                  key={option.value}
                  value={option.value}
                  className="relative cursor-pointer rounded-button py-1.5 pr-3 pl-8 outline-none data-highlighted:bg-sunk"
                >
                  <Select.ItemIndicator className="absolute top-2 left-2">
                    <Check size={15} aria-hidden />
                  </Select.ItemIndicator>
                  <Select.ItemText>{option.label}</Select.ItemText>
                  {option.about && <div className="text-small text-soft">{option.about}</div>}
                </Select.Item>
              ))}
            </Select.Viewport>
          </Select.Content>
        </Select.Portal>
      </Select.Root>
    </div>
  )
}
