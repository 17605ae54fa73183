// Sets the window's title while a page is shown.
import { useEffect } from 'react'

export function useTitle(title: string): void {
  useEffect(() => {
    document.title = `${title} · Warm Prelude`
  }, [title])
}
