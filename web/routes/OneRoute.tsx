import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import type { RouteView } from '../../contract';
import { errorText, useRouteQuery } from '../api';
import { ErrorNote, LoadingNote } from '../ui';

/** The route of the address, once it is loaded. */
export function OneRoute({ children }: { readonly children: (view: RouteView) => ReactNode }) {
  const { route = '' } = useParams();
  const { data, error, isLoading, refetch } = useRouteQuery(route);
  if (isLoading) return <LoadingNote what="the route" />;
  if (!data)
    return (
      <ErrorNote title="The route could not be loaded" onRetry={() => void refetch()}>
        {errorText(error)}
      </ErrorNote>
    );
  return children(data);
}
