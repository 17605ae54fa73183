// The rules that speak of what runs within a print, of several tools and of what a change of tools needs: loaded when such a script
// comes (at-hand.ts says when). A new one is a file in rules/ and a line here.
import type { Rule } from './finding.ts'
import { changeFilamentLeft } from './rules/change-filament-left.ts'
import { changeModeLeft } from './rules/change-mode-left.ts'
import { changeOverPrint } from './rules/change-over-print.ts'
import { purgeMissingAtChange } from './rules/purge-missing-at-change.ts'
import { throughTower } from './rules/through-tower.ts'
import { toolCold } from './rules/tool-cold.ts'
import { toolHotIdle } from './rules/tool-hot-idle.ts'
import { toolNotTaken } from './rules/tool-not-taken.ts'

export const changeRules: readonly Rule[] = [
  changeOverPrint,
  changeModeLeft,
  changeFilamentLeft,
  purgeMissingAtChange,
  toolNotTaken,
  toolCold,
  toolHotIdle,
  throughTower,
]
