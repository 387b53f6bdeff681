/**
 * Goes to the first field within that says it could not be read; false where there is none. What such a field shows is never taken as what stood
 * there before.
 */
export function goToUnread(within: Element | null | undefined): boolean {
  const field = within?.querySelector<HTMLElement>('[aria-invalid="true"]');
  field?.focus();
  return Boolean(field);
}
