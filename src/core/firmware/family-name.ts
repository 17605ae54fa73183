// The name of a firmware family in a sentence.
import type { FamilyName } from './spec.ts'

export const familyName: Readonly<Record<FamilyName, string>> = {
  board: 'board firmware',
  host: 'host firmware',
  'macro-file': 'macro-file firmware',
  dispensing: 'dispensing firmware',
}
