import { openDialog } from '../../../state/dialogs.ts'
import { questionAfter } from '../../../state/saving.ts'

/** Runs a save. If it is refused and the person can choose how to go on, opens that dialog instead of throwing. */
export async function orAsk(save: () => Promise<void>): Promise<string> {
  await save().catch((error: Error) => {
    const question = questionAfter(error)
    if (!question) throw error
    openDialog(question)
  })
  return ''
}
