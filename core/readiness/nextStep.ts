import { compileStandard, type Standard } from '../standard';
import type { Condition, ReadinessWord } from './judgement';

/** The one thing that brings a learner nearer to "ready", and where one does it. */
export interface NextStep {
  readonly text: string;
  readonly by: 'mock' | 'practice' | 'drill' | 'documents' | 'booking' | 'lessons';
}

/**
 * What to do next (ours): what is still to be seen in a mock comes first, for without it nothing is known; then
 * what raises the chance most; then questions and documents, which take minutes.
 *
 * @param gains items by what they gain, the greatest first
 * @param booked whether a licence test is booked
 */
export function nextStepOf(
  standard: Standard,
  { word, conditions }: { readonly word: ReadinessWord; readonly conditions: readonly Condition[] },
  { gains, booked }: { readonly gains: readonly { readonly item: string }[]; readonly booked: boolean },
): NextStep {
  const unmet = (id: string) => conditions.find((one) => one.id === id && !one.met);
  const [parts, mocks, routes] = [unmet('parts'), unmet('mocks'), unmet('routes')];
  if (parts) return { by: 'mock', text: `Drive a mock with what is missing: ${parts.wanted.toLowerCase()}.` };
  if (mocks) return { by: 'mock', text: `Drive ${mocks.wanted}${routes ? ', on another route' : ''}.` };
  if (routes) return { by: 'mock', text: 'Drive a mock on another route.' };
  if (word === 'too little evidence')
    return { by: 'mock', text: 'Drive another mock: the range is still too wide to judge.' };
  const [best] = gains;
  if (unmet('pass') ?? unmet('clean')) {
    if (!best) return { by: 'mock', text: 'Drive another mock: nothing stands out to practise.' };
    const { label } = compileStandard(standard).itemOf(best.item).item;
    return { by: 'practice', text: `Practise this: ${label.toLowerCase()}. It raises the chance most.` };
  }
  if (unmet('questions'))
    return { by: 'drill', text: 'Drill the vehicle safety questions for a few minutes.' };
  const papers = unmet('papers');
  if (papers) return { by: 'documents', text: `Put the documents in order: ${papers.now.toLowerCase()}.` };
  return booked
    ? { by: 'lessons', text: 'Keep in practice until the licence test.' }
    : { by: 'booking', text: 'Book the licence test.' };
}
