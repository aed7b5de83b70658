import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import type { RouteView } from '../../../contract';
import { errorText } from '../../data/api';
import { useRouteInUnits } from '../features';
import { ErrorNote, LoadingNote } from '../ui';

/** The route of the address, once it is loaded; its lengths and speeds in the units of the school. */
export function OneRoute({ children }: { readonly children: (view: RouteView) => ReactNode }) {
  const { route = '' } = useParams();
  const { view, error, isLoading, refetch } = useRouteInUnits(route);
  if (isLoading) return <LoadingNote what="the route" />;
  if (!view)
    return (
      <ErrorNote title="The route could not be loaded" onRetry={() => void refetch()}>
        {errorText(error)}
      </ErrorNote>
    );
  return children(view);
}
