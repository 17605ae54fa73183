// The list behind a choice, open from the beginning: see Choice.
import { Check } from 'lucide-react'
import { Select } from 'radix-ui'
import type { ComponentProps, ReactElement } from 'react'
import type { ChoiceProps } from './Choice.tsx'
import { unlessGoneOn } from './giving-back.ts'

type Props = ChoiceProps & { button: (props: ComponentProps<'button'>) => ReactElement }

export const OpenedChoice = ({ value, options, onChange, button }: Props) => (
  <Select.Root value={value} onValueChange={onChange} defaultOpen>
    <Select.Trigger asChild>{button({})}</Select.Trigger>
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
              {option.about && <div className="text-[13px] text-soft">{option.about}</div>}
            </Select.Item>
          ))}
        </Select.Viewport>
      </Select.Content>
    </Select.Portal>
  </Select.Root>
)
