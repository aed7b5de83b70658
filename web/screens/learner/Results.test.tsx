import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { expect, it } from '@jest/globals';
import { Provider } from 'react-redux';
import type { LearnerView, ResultToKeep } from '../../../contract';
import { served } from '../../testing/served';
import { Results } from './Results';

const learner = (id: string, preparesFor: string): LearnerView => ({
  id,
  name: id,
  testDate: null,
  standard: preparesFor,
  preparesFor,
  papers: [],
  overrule: null,
  details: { phone: '', email: '', licenceClass: '', transmission: '', notes: '' },
  instructor: null,
  left: false,
  revision: 1,
});
const [ada, ben] = ['5e1b0b6e-0d0a-4c57-9d0c-2c1f0d6b7a01', '5e1b0b6e-0d0a-4c57-9d0c-2c1f0d6b7a02'] as [
  string,
  string,
];

it('a result is of the learner who is on the screen now, under the standard they prepare for now', async () => {
  const page = { items: [], next: null };
  const { store } = served({
    [`/results?learner=${ada}`]: page,
    [`/results?learner=${ben}`]: page,
    '/standards': {
      items: ['small', 'strikes'].map((id) => ({ id, version: '1.0.0', title: id })),
      next: null,
    },
  });
  const sent: ResultToKeep[] = [];
  const asks = globalThis.fetch;
  globalThis.fetch = async (input, init) => {
    if (input instanceof Request && input.method === 'PUT')
      sent.push((await input.clone().json()) as ResultToKeep);
    return asks(input, init);
  };
  const shown = (whose: LearnerView) => (
    <Provider store={store}>
      <Results learner={whose} />
    </Provider>
  );
  const pass = async (count: number) => {
    fireEvent.click(screen.getByRole('button', { name: 'Passed' }));
    await waitFor(() => expect(sent).toHaveLength(count));
    await waitFor(() =>
      expect(screen.getByRole('button', { name: 'Passed' })).toHaveProperty('disabled', false),
    );
    return sent.at(-1);
  };
  const { rerender } = render(shown(learner(ada, 'small')));
  expect(await pass(1)).toMatchObject({ learner: ada, standard: 'small', passed: true });
  rerender(shown(learner(ada, 'strikes')));
  expect(await pass(2)).toMatchObject({ learner: ada, standard: 'strikes' });
  rerender(shown(learner(ben, 'small')));
  expect(await pass(3)).toMatchObject({ learner: ben, standard: 'small' });
});
