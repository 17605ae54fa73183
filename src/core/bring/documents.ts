// Brings what rehearses configs and macro files that are opened themselves: imported for that alone.
import { rehearseDocument } from '../document-round.ts'
import { explainDocument } from '../documents/explained.ts'
import { bringDocuments } from '../round.ts'

bringDocuments({ rehearse: rehearseDocument, explain: explainDocument })
