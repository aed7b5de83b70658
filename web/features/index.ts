export { FeatureGlyph } from './FeatureGlyph';
export { distanceText, featureText, lengthText, minutesText, speedText } from './words';
