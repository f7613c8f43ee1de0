/** The beginning of a definition of somebody's own, up to the packages of its only way. */
export const KIT_HEAD = `format: 1
integration: garden-kit
title: Garden kit
kind: environment
about: Only for tests.
ways:
  packages:
    title: by its packages
    packages:
`;
