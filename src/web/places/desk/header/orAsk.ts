import { ask } from '../../../state/asked.ts'
import { questionAfter } from '../../../state/saving.ts'

/** Saves. When the server refuses it for a reason that leaves a choice, asks the person instead of throwing. */
export async function orAsk(save: () => Promise<void>): Promise<string> {
  await save().catch((error: Error) => {
    const question = questionAfter(error)
    if (!question) throw error
    ask(question)
  })
  return ''
}
