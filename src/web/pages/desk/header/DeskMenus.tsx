// The menus for the whole script: add passages, use tools, export.
import { memo, useEffect, useState } from 'react'
import type { MacroText } from '../../../../core/firmware/spec.ts'
import { macroStorage } from '../../../../core/model/printer.ts'
import { useDesk } from '../../../state/desk.ts'
import { useRefrains } from '../../../state/queries.ts'
import { Button } from '../../../ui/Button.tsx'
import { Menu } from '../../../ui/Menu.tsx'
import { addActions, exportActions, toolActions } from './menuActions.ts'
import type { OnRun } from './onRun.ts'

export const DeskMenus = memo(function DeskMenus({ onRun }: { onRun: OnRun }) {
  const refrains = useRefrains().data ?? []
  const macros = useMacroTexts()
  return (
    <>
      <Menu name="Add" button={props => <Button {...props}>Add</Button>} actions={() => addActions(refrains, macros)} />
      <Menu name="Tools" button={props => <Button {...props}>Tools</Button>} actions={toolActions} />
      <Menu name="Export" button={props => <Button {...props}>Export</Button>} actions={() => exportActions(onRun)} />
    </>
  )
})

/** Macros that can be added to the open file; none unless it is a host's config. */
function useMacroTexts(): readonly MacroText[] {
  const [macros, setMacros] = useState<readonly MacroText[]>([])
  const inConfig = useDesk(({ open, things }) => {
    const printer = things?.printers.find(({ id }) => id === open?.chosen.printerId)?.data
    return open?.chosen.opened !== undefined && printer !== undefined && macroStorage(printer) === 'config'
  })
  useEffect(() => {
    if (inConfig)
      void import('../../../../core/firmware/host/macro-texts.ts').then(found => setMacros(found.macroTexts))
  }, [inConfig])
  return inConfig ? macros : []
}
