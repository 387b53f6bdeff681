import { bytesPerPixel } from '../interface';

/** What flattening holds at once. */
export async function memoryReport(): Promise<string> {
  return `Flattening holds, for each pixel: the raster (4 bytes), labels before and after smoothing (2), merged labels (1), one byte of
edges while outlines are traced, and strips of about 13 bytes for each run of like pixels along a row. Counted from the array
lengths (not measured as process memory) on a picture of pure noise, which breaks into more strips than any photograph:
${(await bytesPerPixel()).toFixed(1)} bytes a pixel (goal ≤ 16).
`;
}
