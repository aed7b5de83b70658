import type { LearnerView, MockSummary, Page } from '../contract';
import { Client, scratchFolder, startServer } from '../server/testing';
import { heavyPages } from './heavyPages';
import type { Figure } from './table';

/** Every main screen of the demo school, as a person opens it: until its main content shows. Bound: 1 s. */
export async function screens(): Promise<readonly Figure[]> {
  const folder = scratchFolder();
  const server = await startServer('demo', folder.path('screens.db'));
  try {
    const client = new Client(server.address);
    await client.post('/session/demo');
    const [learner] = ((await client.get('/learners?search=Tomas')).body as Page<LearnerView>).items;
    const mocks = ((await client.get(`/mocks?learner=${learner?.id ?? ''}`)).body as Page<MockSummary>).items;
    const mock = mocks.find(({ ended, beside }) => ended && beside === null)?.id ?? '';
    return await heavyPages(server.address, [
      ['/', /Fault ceiling\./],
      [`/learners/${learner?.id ?? ''}`, /chance of passing/],
      ['/learners', /Tomas Wielgosz/],
      ['/mocks', /Tomas Wielgosz/],
      [`/mocks/${mock}`, /All marks and events/],
      [`/mocks/${mock}/debrief`, /Debrief with/],
      ['/routes', /Market and lights/],
      ['/routes/hot-spots', /places are hot/],
      ['/diary', /Tomas Wielgosz/],
      ['/vehicles', /Grey hatchback/],
      ['/standards', /Fault ceiling/],
      ['/school', /Brier score/],
      ['/setup', /Standard/],
      ['/questions/bank', /Explain/],
    ]);
  } finally {
    await server.kill();
    folder.remove();
  }
}
