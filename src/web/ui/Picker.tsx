// A choice among very many options, found by typing part of the name.
import { Command } from 'cmdk'
import { Popover } from 'radix-ui'
import { useState } from 'react'
import { unlessGoneOn } from '../lib/restore-focus.ts'
import { useFinderButton } from '../state/registry.ts'
import { ChoiceName, Chosen, choiceButtonLook } from './Chosen.tsx'

export type Pick = { value: string; label: string; about: string }

type Props = { name: string; value: string; options: readonly Pick[]; onChange: (value: string) => void }

/** Limit of the options shown; typing more of the name finds the others. */
const max = 60

export function Picker({ name, value, options, onChange }: Props) {
  const [open, setOpen] = useState(false)
  const [words, setWords] = useState('')
  const chosen = options.find(option => option.value === value)
  const wanted = words.trim().toLowerCase().split(/\s+/)
  const fitting = options.filter(({ label, about }) =>
    wanted.every(word => `${label} ${about}`.toLowerCase().includes(word)),
  )
  return (
    <div className="min-w-14 max-w-72 shrink">
      <ChoiceName name={name} />
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger
          ref={useFinderButton<HTMLButtonElement>()}
          aria-label={`${name}: ${chosen?.label ?? 'none'}`}
          className={choiceButtonLook}
        >
          <Chosen label={chosen?.label ?? 'Choose'} />
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            onCloseAutoFocus={unlessGoneOn}
            align="end"
            sideOffset={6}
            className="z-40 max-h-(--radix-popover-content-available-height) w-96 overflow-auto rounded-card border border-rule bg-raised text-ink shadow-lg"
          >
            <Command label={name} shouldFilter={false}>
              <Command.Input
                value={words}
                onValueChange={setWords}
                placeholder="A part of its name"
                className="w-full border-b border-rule bg-raised px-3 py-2 outline-none placeholder:text-soft"
              />
              <Command.List className="max-h-80 overflow-auto p-1">
                <Command.Empty className="px-3 py-2 text-soft">Nothing matches.</Command.Empty>
                {fitting.slice(0, max).map(({ value: key, label, about }) => (
                  <Command.Item
                    key={key}
                    value={key}
                    onSelect={() => {
                      setOpen(false)
                      setWords('')
                      onChange(key)
                    }}
                    className="cursor-pointer rounded-button px-3 py-1 data-[selected=true]:bg-sunk"
                  >
                    <span className={key === value ? 'font-semibold' : ''}>{label}</span>
                    {about && <span className="block text-small text-soft">{about}</span>}
                  </Command.Item>
                ))}
                {fitting.length > max && (
                  <p className="px-3 py-1 text-small text-soft">
                    and {fitting.length - max} more; write more of the name
                  </p>
                )}
              </Command.List>
            </Command>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </div>
  )
}
