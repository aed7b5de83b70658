export { FeatureGlyph } from './FeatureGlyph';
export { SideWarning } from './SideWarning';
export { useUnits } from './useUnits';
export { distanceText, featureText, lengthText, minutesText, speedText } from './words';
