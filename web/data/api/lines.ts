import type { ProblemDetails } from '../../../contract';

/** The lines of a long answer as they come, each one JSON object. @throws Error with words when it is refused or breaks off */
export async function* linesOf<T>(url: string, asked: RequestInit): AsyncGenerator<T> {
  const answer = await fetch(url, asked);
  if (!answer.ok || !answer.body) {
    const problem = (await answer.json().catch(() => null)) as ProblemDetails | null;
    throw new Error(problem?.detail ?? 'The request failed. Nothing was changed.');
  }
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    const lines = (rest + (value ?? '')).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) yield JSON.parse(line) as T;
    if (done) break;
  }
}
