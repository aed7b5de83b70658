export { delayWords } from './delayWords';
export { FeatureGlyph } from './FeatureGlyph';
export { SideWarning } from './SideWarning';
export { useRouteInUnits } from './useRouteInUnits';
export { useDrivingSide } from './useDrivingSide';
export { useUnits } from './useUnits';
export { distanceText, featureText, lengthText, minutesText, speedText } from './words';
