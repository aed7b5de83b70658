import { useEffect, useState, type ComponentType, type ReactNode } from 'react';
import { ErrorNote } from './Notes';

interface How {
  /** What it is, as a sentence begins with it: "The talk". */
  readonly what: string;
  /** What stands in its place while it comes. */
  readonly meanwhile?: ReactNode;
}

/**
 * A part of a screen whose code comes when it is shown for the first time. When it can't come, because the server is
 * away and nothing was stored yet, that part says so and can be asked for again: the rest of the screen goes on.
 */
export function later<P extends object>(
  load: () => Promise<ComponentType<P>>,
  { what, meanwhile = null }: How,
): ComponentType<P> {
  let held: ComponentType<P> | null = null;
  return function Later(props: P) {
    const [Part, setPart] = useState<ComponentType<P> | null>(() => held);
    const [failed, setFailed] = useState(false);
    useEffect(() => {
      if (Part || failed) return;
      let here = true;
      load().then(
        (part) => {
          held = part;
          if (here) setPart(() => part);
        },
        () => {
          if (here) setFailed(true);
        },
      );
      return () => {
        here = false;
      };
    }, [Part, failed]);
    if (Part) return <Part {...props} />;
    if (!failed) return <>{meanwhile}</>;
    return (
      <ErrorNote title={`${what} couldn’t be loaded`} onRetry={() => setFailed(false)}>
        The server doesn’t answer. Everything else here works.
      </ErrorNote>
    );
  };
}
