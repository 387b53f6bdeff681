/** Lines of a DXF by their layer: points in mm, y up, and whether they are closed. */
export function polylines(dxf: string) {
  const rows = dxf.split('\r\n'),
    found: { layer: string; closed: boolean; points: number[][] }[] = [];
  for (let i = 0; i + 1 < rows.length; i += 2) {
    const [code, value] = [rows[i].trim(), rows[i + 1]];
    if (code === '0' && value === 'POLYLINE') found.push({ layer: rows[i + 3], closed: false, points: [] });
    if (code === '70' && found.length > 0) found.at(-1)!.closed = value === '1';
    if (code === '0' && value === 'VERTEX') found.at(-1)!.points.push([Number(rows[i + 5]), Number(rows[i + 7])]);
  }
  return found;
}
