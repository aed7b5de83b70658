import type { Feature, RibbonItem, Route } from '../../../core/route';
import { featureText } from '../features';

/** What something ahead is, in few words. */
export function itemWords(item: RibbonItem, route: Route): string {
  switch (item.what) {
    case 'calm':
      return `Calm for ${Math.round(item.window.seconds)} s: ask here`;
    case 'independent':
      return item.begins ? 'The independent drive begins' : 'The independent drive ends: say so';
    case 'feature': {
      const also = item.also.find(({ kind }) =>
        ['stop-junction', 'give-way', 'traffic-lights', 'crossroads', 'speed-change'].includes(kind),
      );
      return `${shortText(item.feature, route)}${also ? `, ${shortText(also, route).toLowerCase()}` : ''}`;
    }
  }
}

const shortText = (feature: Feature, route: Route): string =>
  featureText(
    {
      ...feature,
      side: ['pull-up', 'hill-start', 'parked-row', 'bend'].includes(feature.kind) ? feature.side : null,
      toward: '',
      exits: null,
    },
    route.units,
  );
