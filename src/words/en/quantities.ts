/** Figures with their units. */
export const quantities = {
  grams: '{value} g',
  ml: '{value} ml',
  percent: '{value} %',
  mm: '{value} mm',
  mm2: '{value} mm²',
  cm2: '{value} cm²',
  metres: '{value} m',
  degrees: '{value}°',
  times: '× {value}',
} as const;
