// Lists all rules, in the order of their groups. To add one, add its file to rules/ and a line here.
import type { Rule } from './finding.ts'
import { alignBeforeHome } from './rules/align-before-home.ts'
import { anotherMakersCommand } from './rules/another-makers-command.ts'
import { beadTooFat } from './rules/bead-too-fat.ts'
import { changeFilamentLeft } from './rules/change-filament-left.ts'
import { changeModeLeft } from './rules/change-mode-left.ts'
import { changeOverPrint } from './rules/change-over-print.ts'
import { coldExtrude } from './rules/cold-extrude.ts'
import { coldPushAllowed } from './rules/cold-push-allowed.ts'
import { collapsedLines } from './rules/collapsed-lines.ts'
import { commandsInComments } from './rules/commands-in-comments.ts'
import { configInScript } from './rules/config-in-script.ts'
import { decimalComma } from './rules/decimal-comma.ts'
import { delayedNotStopped } from './rules/delayed-not-stopped.ts'
import { extrudesOffBed } from './rules/extrudes-off-bed.ts'
import { fanLeft } from './rules/fan-left.ts'
import { feedImplausible } from './rules/feed-implausible.ts'
import { feedMissing } from './rules/feed-missing.ts'
import { filamentMode } from './rules/filament-mode.ts'
import { filamentNotReset } from './rules/filament-not-reset.ts'
import { fixedTemperature } from './rules/fixed-temperature.ts'
import { flowTooHigh } from './rules/flow-too-high.ts'
import { guardUnclosed } from './rules/guard-unclosed.ts'
import { heatersLeftOn } from './rules/heaters-left-on.ts'
import { heatsInTurn } from './rules/heats-in-turn.ts'
import { heatsTwice } from './rules/heats-twice.ts'
import { hidesCommand } from './rules/hides-command.ts'
import { hitsPrint } from './rules/hits-print.ts'
import { hotWithoutFan } from './rules/hot-without-fan.ts'
import { keptLineChanged } from './rules/kept-line-changed.ts'
import { levellingCommentedOut } from './rules/levelling-commented-out.ts'
import { levellingMissing } from './rules/levelling-missing.ts'
import { levellingOff } from './rules/levelling-off.ts'
import { liftPastTop } from './rules/lift-past-top.ts'
import { lowTravel } from './rules/low-travel.ts'
import { meshNotFresh } from './rules/mesh-not-fresh.ts'
import { meshNotThere } from './rules/mesh-not-there.ts'
import { messageTooLong } from './rules/message-too-long.ts'
import { misspelled } from './rules/misspelled.ts'
import { mixNotKept } from './rules/mix-not-kept.ts'
import { mixSum } from './rules/mix-sum.ts'
import { motorsLeftOn } from './rules/motors-left-on.ts'
import { motorsOffBeforePrint } from './rules/motors-off-before-print.ts'
import { moveBeforeHome } from './rules/move-before-home.ts'
import { needsNewerFirmware } from './rules/needs-newer-firmware.ts'
import { neverEnds } from './rules/never-ends.ts'
import { neverHomes } from './rules/never-homes.ts'
import { noProbe } from './rules/no-probe.ts'
import { noSuchHeater } from './rules/no-such-heater.ts'
import { noSuchTool } from './rules/no-such-tool.ts'
import { notInThisFamily } from './rules/not-in-this-family.ts'
import { oozeDrag } from './rules/ooze-drag.ts'
import { originShifted } from './rules/origin-shifted.ts'
import { outsideReach } from './rules/outside-reach.ts'
import { overrideLeft } from './rules/override-left.ts'
import { parameterMissing } from './rules/parameter-missing.ts'
import { parameterNeverRead } from './rules/parameter-never-read.ts'
import { parameterUnknown } from './rules/parameter-unknown.ts'
import { parkedOnPrint } from './rules/parked-on-print.ts'
import { pastedCharacters } from './rules/pasted-characters.ts'
import { probeAtOtherBedHeat } from './rules/probe-at-other-bed-heat.ts'
import { probeBeforeHome } from './rules/probe-before-home.ts'
import { probeWhileOozing } from './rules/probe-while-oozing.ts'
import { purgeInPrintArea } from './rules/purge-in-print-area.ts'
import { purgeMissingAtChange } from './rules/purge-missing-at-change.ts'
import { purgeTooThin } from './rules/purge-too-thin.ts'
import { purgeWasteful } from './rules/purge-wasteful.ts'
import { relativeLeftOn } from './rules/relative-left-on.ts'
import { retractionUnpaid } from './rules/retraction-unpaid.ts'
import { settingsKeptOrDropped } from './rules/settings-kept-or-dropped.ts'
import { soakMissing } from './rules/soak-missing.ts'
import { softLimitsOff } from './rules/soft-limits-off.ts'
import { spotMissed } from './rules/spot-missed.ts'
import { standbyDiffers } from './rules/standby-differs.ts'
import { stateNotRestored } from './rules/state-not-restored.ts'
import { stopsHere } from './rules/stops-here.ts'
import { temperatureDiffers } from './rules/temperature-differs.ts'
import { throughPurge } from './rules/through-purge.ts'
import { throughTower } from './rules/through-tower.ts'
import { tooFast } from './rules/too-fast.ts'
import { tooHot } from './rules/too-hot.ts'
import { toolCold } from './rules/tool-cold.ts'
import { toolHotIdle } from './rules/tool-hot-idle.ts'
import { toolNotTaken } from './rules/tool-not-taken.ts'
import { unitsLeftInch } from './rules/units-left-inch.ts'
import { unknownCommand } from './rules/unknown-command.ts'
import { unknownValue } from './rules/unknown-value.ts'
import { valueNotInVocabulary } from './rules/value-not-in-vocabulary.ts'
import { valueNotNow } from './rules/value-not-now.ts'
import { waitMissing } from './rules/wait-missing.ts'
import { wordsNotTaught } from './rules/words-not-taught.ts'

const list = [
  moveBeforeHome,
  probeBeforeHome,
  alignBeforeHome,
  noProbe,
  probeWhileOozing,
  probeAtOtherBedHeat,
  levellingOff,
  levellingCommentedOut,
  levellingMissing,
  meshNotFresh,
  stopsHere,
  neverEnds,
  neverHomes,
  motorsOffBeforePrint,
  overrideLeft,
  coldPushAllowed,
  noSuchTool,
  noSuchHeater,
  meshNotThere,
  settingsKeptOrDropped,
  stateNotRestored,
  delayedNotStopped,
  mixNotKept,
  mixSum,
  spotMissed,
  coldExtrude,
  waitMissing,
  heatsInTurn,
  fixedTemperature,
  tooHot,
  temperatureDiffers,
  soakMissing,
  standbyDiffers,
  outsideReach,
  extrudesOffBed,
  softLimitsOff,
  lowTravel,
  throughPurge,
  hitsPrint,
  liftPastTop,
  relativeLeftOn,
  unitsLeftInch,
  originShifted,
  tooFast,
  feedMissing,
  feedImplausible,
  filamentNotReset,
  filamentMode,
  retractionUnpaid,
  beadTooFat,
  flowTooHigh,
  purgeInPrintArea,
  purgeTooThin,
  oozeDrag,
  purgeWasteful,
  heatersLeftOn,
  fanLeft,
  motorsLeftOn,
  parkedOnPrint,
  hotWithoutFan,
  unknownCommand,
  misspelled,
  configInScript,
  hidesCommand,
  notInThisFamily,
  needsNewerFirmware,
  parameterUnknown,
  parameterMissing,
  anotherMakersCommand,
  messageTooLong,
  collapsedLines,
  commandsInComments,
  wordsNotTaught,
  pastedCharacters,
  decimalComma,
  heatsTwice,
  unknownValue,
  parameterNeverRead,
  valueNotNow,
  guardUnclosed,
  keptLineChanged,
  valueNotInVocabulary,
  changeOverPrint,
  changeModeLeft,
  changeFilamentLeft,
  purgeMissingAtChange,
  toolNotTaken,
  toolCold,
  toolHotIdle,
  throughTower,
] as const satisfies readonly Rule[]

/** The name of one of the rules. */
export type RuleName = (typeof list)[number]['name']

export const rules: readonly Rule[] = list
