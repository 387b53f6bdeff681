import css from './lookOver.module.css';

/** How each grade is drawn, by more than its colour. */
export const GRADE_CSS = { good: css.good, usable: css.usable, not: css.not };
