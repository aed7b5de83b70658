export { FeatureGlyph } from './FeatureGlyph';
export { useUnits } from './useUnits';
export { distanceText, featureText, lengthText, minutesText, speedText } from './words';
