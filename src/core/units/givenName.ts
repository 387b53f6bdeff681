/**
 * A name or note the program gives a thing at first. It is kept as what a person types is kept, and may be changed as that may: no
 * catalogue holds it.
 */
export function givenName(name: string): string {
  return name;
}
