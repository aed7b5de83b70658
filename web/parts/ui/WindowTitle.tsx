import { useEffect } from 'react';

/** Names the window after what a screen is about, such as a learner; the screen's own name stands there before. */
export function WindowTitle({ name }: { readonly name: string }) {
  useEffect(() => {
    document.title = `${name}, Jasperwren`;
  }, [name]);
  return null;
}
