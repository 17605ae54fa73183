// The Desk in a narrow window: text, bed and findings one at a time, under the ribbon.
import { Tabs } from 'radix-ui'
import { type ReactNode, useEffect, useState } from 'react'

type Props = { text: ReactNode; bed: ReactNode; lower: ReactNode; previewing: boolean }

const tab =
  'rounded-button px-3 py-1 text-soft hover:bg-sunk data-[state=active]:bg-sunk data-[state=active]:font-semibold data-[state=active]:text-ink'

export function Stacked({ text, bed, lower, previewing }: Props) {
  const [shown, setShown] = useState('text')
  // Switches to the tab where a preview is shown.
  useEffect(() => {
    if (previewing) setShown('lower')
  }, [previewing])
  return (
    <Tabs.Root value={shown} onValueChange={setShown} className="flex min-h-[420px] flex-col gap-2">
      <Tabs.List aria-label="What is shown" className="flex gap-1">
        <Tabs.Trigger value="text" className={tab}>
          Text
        </Tabs.Trigger>
        <Tabs.Trigger value="bed" className={tab}>
          Bed
        </Tabs.Trigger>
        <Tabs.Trigger value="lower" className={tab}>
          {previewing ? 'Preview' : 'Findings'}
        </Tabs.Trigger>
      </Tabs.List>
      {/* The text stays, with its undo steps and where it was scrolled to. */}
      <Tabs.Content value="text" forceMount className="flex h-[420px] data-[state=inactive]:hidden" tabIndex={-1}>
        {text}
      </Tabs.Content>
      <Tabs.Content value="bed" className="flex h-[420px] gap-3" tabIndex={-1}>
        {bed}
      </Tabs.Content>
      <Tabs.Content value="lower" className="h-[420px]" tabIndex={-1}>
        {lower}
      </Tabs.Content>
    </Tabs.Root>
  )
}
