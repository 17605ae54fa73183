// The board family: a controller board that takes one command per line and saves its settings with M500.
import {
  heating,
  keeping,
  limits,
  motion,
  motors,
  planes,
  retracting,
  sounds,
  telling,
  tools,
  waitingForPeople,
  workspaces,
} from '../common.ts'
import { table } from '../entries.ts'
import type { FirmwareFamily } from '../spec.ts'
import { machine } from './machine.ts'
import { bedProbing, movingMore } from './motion.ts'
import { phrases } from './phrases.ts'
import { fans, filament, printing } from './print.ts'

export const board: FirmwareFamily = {
  family: 'board',
  commands: table(
    motion,
    planes,
    motors,
    heating,
    telling,
    limits,
    keeping,
    sounds,
    waitingForPeople,
    retracting,
    tools,
    workspaces,
    movingMore,
    bedProbing,
    printing,
    filament,
    fans,
    machine,
  ),
  coldestExtrudeC: 170,
  homingOrder: ['x', 'y', 'z'],
  phrases,
  noToolAtStart: false,
  countsAtStart: () => 'absolute',
  toolsStandBy: false,
  toolNumbers: 'listed',
  severalOnALine: false,
  heatsToExtrude: true,
  originByHand: false,
  waitsIncludeCooling: false,
  waits: { windowC: 1, dwellS: 5 },
  fattestBeadMm2: () => null,
  maxBlends: 16,
  flow: false,
  namesMayBeMacros: false,
}
