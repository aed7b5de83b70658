import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { withParam } from './withParam';

/** So long typing rests before it stands in the address, in milliseconds. */
const REST = 250;

/** Letters that are looked for: typed at once, in the address when typing rests. */
export function useSearchParam(
  key: string,
): readonly [letters: string, type: (letters: string) => void, searched: string] {
  const [params, setParams] = useSearchParams();
  const searched = params.get(key) ?? '';
  const [letters, setLetters] = useState(searched);
  useEffect(() => {
    if (letters.trim() === searched) return;
    const timer = setTimeout(
      () => setParams((before) => withParam(before, key, letters.trim()), { replace: true }),
      REST,
    );
    return () => clearTimeout(timer);
  }, [letters, searched, key, setParams]);
  return [letters, setLetters, searched];
}
