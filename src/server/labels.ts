import { deflateSync, inflateSync } from 'node:zlib';
import type { LabelMap } from '@/core/geometry';
import { failure, success, type Outcome } from '@/core/units';
import { decodeLabelMap, encodeLabelMap, MAX_LABEL_PIXELS, type Plan } from '@/model';
import { getBlob, planAt, putBlob, type Store } from '@/store';
import { livingPrint } from './livingPrint';

const LABELS_TYPE = 'application/x-ulexite-labels';

/** Stores a label map sent deflated; refused when it is not one or does not fit the picture. */
export function storeLabels(db: Store, id: string, deflated: Buffer, now: string): Outcome<string> {
  const found = livingPrint(db, id);
  if (!found.ok) return found;
  const map = inflateLabels(deflated);
  if (!map.ok) return map;
  const raster = planAt(db, id, found.value.plan_seq)!.plan.picture?.raster;
  if (!raster || raster.widthPx !== map.value.width || raster.heightPx !== map.value.height) {
    return failure('labels.theseFlatColoursBelong');
  }
  return success(putBlob(db, deflated, LABELS_TYPE, now));
}

/** `mostPixels`: what it may hold; unpacking stops there. */
export function inflateLabels(deflated: Uint8Array, mostPixels = MAX_LABEL_PIXELS): Outcome<LabelMap> {
  try {
    return decodeLabelMap(inflateSync(deflated, { maxOutputLength: Math.min(MAX_LABEL_PIXELS, mostPixels) + 16 }));
  } catch {
    return failure('labels.theMapOfFlatColours');
  }
}

export function keepLabels(db: Store, map: LabelMap, now: string): string {
  return putBlob(db, deflateSync(encodeLabelMap(map), { level: 6 }), LABELS_TYPE, now);
}

/** The label map of a plan. */
export function labelsOfPlan(db: Store, plan: Plan): LabelMap | undefined {
  const blob = plan.flat ? getBlob(db, plan.flat.labelsSha) : undefined;
  const map = blob && inflateLabels(blob.bytes);
  return map?.ok ? map.value : undefined;
}
