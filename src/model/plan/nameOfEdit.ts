import type { PlanEdit } from './edits';

/** The name of an edit in the history: its kind and, where only one field of many was set, that field. */
export function nameOfEdit(edit: PlanEdit): string {
  if (edit.kind === 'shapes-changed') return `${edit.kind}/${edit.how}`;
  const fields = 'part' in edit ? Object.keys(edit.part) : [];
  return fields.length === 1 ? `${edit.kind}/${fields[0]}` : edit.kind;
}
