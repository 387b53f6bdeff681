import { string } from 'yup';
import { phrase } from '@/core/units';

/** A sheet's name: `1` … or `T1` … */
export const sheetName = () =>
  string()
    .required()
    .matches(/^T?[1-9]\d{0,3}$/, ({ value }) => phrase('acts.isNotASheets', { value: String(value) }));
