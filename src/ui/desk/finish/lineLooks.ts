import css from './finish.module.css';

/** How a line is drawn, by what is done along it. */
export const LOOKS = { cut: css.cut, tear: css.tear, mountain: css.mountain, valley: css.valley } as const;
