import { useEffect, useState } from 'react';
import { useNetworksQuery, useRoutesQuery } from '../api';
import type { NetworkSummary } from '../../../contract';
import { openNetworkOf, type OpenNetwork } from './client';

type NetworkOnScreen =
  | { readonly status: 'loading' }
  /** The school has no network yet. */
  | { readonly status: 'none' }
  | { readonly status: 'failed'; readonly why: string }
  | { readonly status: 'open'; readonly network: OpenNetwork };

/** The network of a route; where none is named, the one on which most routes of the school lie. */
export function useNetwork(id: string | null): NetworkOnScreen {
  const { data, error, isLoading } = useNetworksQuery();
  const { data: routes } = useRoutesQuery(undefined, { skip: id !== null });
  const lying = (network: NetworkSummary) =>
    routes?.items.filter((route) => route.network?.id === network.id).length ?? 0;
  const usual = [...(data?.items ?? [])].sort((a, b) => lying(b) - lying(a))[0];
  const known = id !== null || routes !== undefined;
  const summary = data?.items.find((one) => one.id === id) ?? (id === null && known ? usual : undefined);
  const [state, setState] = useState<{ readonly key: string; readonly now: NetworkOnScreen } | null>(null);
  const key = summary ? `${summary.id} ${summary.version}` : '';
  useEffect(() => {
    if (!summary) return;
    let wanted = true;
    openNetworkOf(summary).then(
      (network) => wanted && setState({ key, now: { status: 'open', network } }),
      (why: unknown) =>
        wanted &&
        setState({
          key,
          now: { status: 'failed', why: why instanceof Error ? why.message : 'it did not load' },
        }),
    );
    return () => {
      wanted = false;
    };
  }, [summary, key]);
  if (error) return { status: 'failed', why: 'the server doesn’t answer' };
  if (!isLoading && data && known && !summary) return { status: 'none' };
  return state && state.key === key ? state.now : { status: 'loading' };
}
