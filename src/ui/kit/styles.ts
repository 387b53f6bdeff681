import layout from './layout.module.css';
import parts from './parts.module.css';
import sheet from './sheet.module.css';
import spacing from './spacing.module.css';
import text from './text.module.css';

/** The forms every view shares. A name stands in one of the five once; scripts/styles.test.ts holds that and that all are used. */
export const kit = { ...text, ...layout, ...parts, ...sheet, ...spacing };
