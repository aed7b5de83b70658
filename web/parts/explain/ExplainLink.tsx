import { Link } from 'react-router';
import { explanationOf, questions } from '../../../core/roadcraft';

interface Props {
  /** Of the fault that is to be explained. */
  readonly skill: string;
  /** The limit where it was made, metres a second; null where nobody knows. */
  readonly speed: number | null;
}

/** To the figure that explains a fault at the roadside, with the limit of its place; nothing where none does. */
export function ExplainLink({ skill, speed }: Props) {
  const explanation = explanationOf(skill);
  if (!explanation) return null;
  const { question, what } = explanation;
  const params = new URLSearchParams({
    ...(speed === null ? {} : { speed: speed.toFixed(3) }),
    ...(what ? { what } : {}),
  });
  return (
    <Link to={{ pathname: `/figures/${question}`, search: params.toString() }}>
      {question === 'timers' ? 'Practise with a timer' : questions[question]}
    </Link>
  );
}
