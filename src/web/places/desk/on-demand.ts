// What of the Desk is not shown at once: loaded when it is asked for, or when the Desk has been at rest for a while.
import { useEffect } from 'react'
import { loadChoice } from '../../parts/Choice.tsx'
import { later } from '../../parts/later.tsx'
import { loadMenu } from '../../parts/Menu.tsx'
import { loadPanel } from '../../parts/Panel.tsx'
import { loadItems } from './header/DeskMenus.tsx'
import { loadSaving } from './header/Keeping.tsx'

const loads = {
  stacked: () => import('./Stacked.tsx'),
  preview: () => import('./preview/PreviewCard.tsx'),
  placeholders: () => import('./lower/PlaceholdersPanel.tsx'),
  unknown: () => import('./lower/UnknownPanel.tsx'),
  setAside: () => import('./lower/SetAsidePanel.tsx'),
  left: () => import('./lower/LeftCard.tsx'),
  cost: () => import('./lower/CostCard.tsx'),
  calls: () => import('./lower/CallsCard.tsx'),
  outline: () => import('./outline/Outline.tsx'),
  ofPassage: () => import('./outline/PassageQuestions.tsx'),
  numbers: () => import('./editor/NumbersForm.tsx'),
  settings: () => import('./editor/SettingsForm.tsx'),
  held: () => import('./editor/HeldBack.tsx'),
  called: () => import('./editor/CalledWith.tsx'),
  situation: () => import('./header/InSituation.tsx'),
  which: () => import('./header/WhichPrinter.tsx'),
  otherUnsaved: () => import('./header/OtherUnsaved.tsx'),
  whatIf: () => import('./header/WhatIf.tsx'),
  export: () => import('./header/TakeAway.tsx'),
  keys: () => import('./editor/at-the-keys.ts'),
  zooming: () => import('./bed/zooming.ts'),
  asking: () => import('../../parts/AskDialog.tsx'),
  saving: loadSaving,
  items: loadItems,
  dialogs: loadPanel,
  menus: loadMenu,
  choices: loadChoice,
  zip: () => import('fflate'),
}

export const Stacked = later(loads.stacked, 'Stacked')
export const PreviewCard = later(loads.preview, 'PreviewCard')
export const PlaceholdersPanel = later(loads.placeholders, 'PlaceholdersPanel')
export const UnknownPanel = later(loads.unknown, 'UnknownPanel')
export const SetAsidePanel = later(loads.setAside, 'SetAsidePanel')
export const LeftCard = later(loads.left, 'LeftCard')
export const CostCard = later(loads.cost, 'CostCard')
export const CallsCard = later(loads.calls, 'CallsCard')
export const Outline = later(loads.outline, 'Outline')
export const PassageQuestions = later(loads.ofPassage, 'PassageQuestions')
export const NumbersForm = later(loads.numbers, 'NumbersForm')
export const SettingsForm = later(loads.settings, 'SettingsForm')
export const HeldBack = later(loads.held, 'HeldBack')
export const CalledWith = later(loads.called, 'CalledWith')
export const InSituation = later(loads.situation, 'InSituation')
export const WhichPrinter = later(loads.which, 'WhichPrinter')
export const OtherUnsaved = later(loads.otherUnsaved, 'OtherUnsaved')
export const WhatIf = later(loads.whatIf, 'WhatIf')
export const TakeAway = later(loads.export, 'TakeAway')

const restMs = 4000

/** Loads all of it when nothing has happened for a while. */
export function useLoadedAhead(): void {
  useEffect(() => {
    const timer = setTimeout(() => {
      // Where the server is gone, what is there already goes on.
      void Promise.allSettled(Object.values(loads).map(load => load()))
    }, restMs)
    return () => clearTimeout(timer)
  }, [])
}
