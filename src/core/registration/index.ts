export { type CornerStopInput, type CornerStopLayout, type ContactMm, type MarginRule, type RectMm, cornerStopLayout, LARGER_BOTTOM, MARGIN_RANGE_MM } from './cornerStops';
