// The macro-file family: the board runs macro files from its card, with conditions and expressions in G-code itself.
import { fileNamed } from '../../model/printer.ts'
import {
  heating,
  keeping,
  motion,
  motors,
  placesOnly,
  planes,
  sounds,
  telling,
  waitingForPeople,
  workspaces,
} from '../common.ts'
import { only, table } from '../entries.ts'
import type { FirmwareFamily } from '../spec.ts'
import { moving } from './machine.ts'
import { phrases } from './phrases.ts'
import { bed, flow, heatersHere } from './run.ts'

export const macroFile: FirmwareFamily = {
  family: 'macro-file',
  commands: table(
    motion,
    planes,
    motors,
    heating,
    telling,
    only(keeping, 'M500 M501 M502 M503'),
    sounds,
    only(waitingForPeople, 'M600'),
    workspaces,
    heatersHere,
    bed,
    flow,
    placesOnly,
    moving,
  ),
  coldestExtrudeC: 160,
  homingOrder: ['x', 'y', 'z'],
  phrases,
  noToolAtStart: true,
  countsAtStart: printer => {
    const extrusionLine = [...(fileNamed(printer, 'config.g')?.text.matchAll(/^[ \t]*M8([23])(?!\d)/gim) ?? [])].at(-1)
    return extrusionLine?.[1] === '3' ? 'relative' : 'absolute'
  },
  toolsStandBy: true,
  toolNumbers: 'listed',
  severalOnALine: true,
  heatsToExtrude: true,
  originByHand: false,
  waitsIncludeCooling: false,
  waits: { windowC: 2.5, dwellS: 0 },
  fattestBeadMm2: () => null,
  maxBlends: null,
  flow: true,
  namesMayBeMacros: false,
}
