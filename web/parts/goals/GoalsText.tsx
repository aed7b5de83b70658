import { useOpenGoals } from './useOpenGoals';

interface Props {
  readonly learner: string;
  /** A mock whose own goals are left out. */
  readonly but?: string;
}

/** The goals that stand, in one line; nothing without any. */
export function GoalsText({ learner, but }: Props) {
  const goals = useOpenGoals(learner, but ?? null);
  if (goals.length === 0) return null;
  return (
    <p aria-label="Goals" style={{ margin: 0 }}>
      <b>{goals.length === 1 ? 'Goal' : 'Goals'}:</b> {goals.map(({ text }) => text).join('; ')}
    </p>
  );
}
