/** A definition with a secret, `<name>-key` for `<NAME>_KEY`, and a variable that is none; `make` is more of its choice. */
export function secretKit(name: string, make = ''): string {
  return `format: 1
integration: ${name}
title: The ${name}
kind: environment
about: Only for tests.
choices:
  ${name}-key: { kind: secret, ask: The key of the ${name}${make} }
ways:
  plain:
    title: by its variables
    ties:
      - environment.file:
          variables:
            ${name.toUpperCase()}_KEY: { secret: ${name}-key, example: change-me, comment: The key of the ${name} }
            ${name.toUpperCase()}_PORT: { value: '3200' }
proofs: []
`;
}
