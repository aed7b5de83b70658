import { useNavigate } from 'react-router';
import type { OwnYardFile } from '../../../contract';
import { errorText, useRemoveYardFileMutation } from '../../data/api';
import { RemoveButton } from '../ui';

/** Removes a course or a vehicle of the school's own, and goes back to the yard. */
export function RemoveOwn({
  file,
  title,
  onRemoved,
}: {
  readonly file: OwnYardFile;
  readonly title: string;
  readonly onRemoved: () => void;
}) {
  const [remove, { error, isLoading }] = useRemoveYardFileMutation();
  const navigate = useNavigate();
  const go = async (): Promise<void> => {
    const gone = await remove(file);
    if ('error' in gone) return;
    onRemoved();
    void navigate('/yard');
  };
  return (
    <RemoveButton
      label={`Remove ${file.kind}`}
      title={`Remove ${title}?`}
      busy={isLoading}
      problem={error ? errorText(error) : null}
      onRemove={() => void go()}
    >
      Runs that were kept on it stay as they are.
    </RemoveButton>
  );
}
