// The commands that change a project share nearly all they load: one part of the program for all of them.
export * as attach from './attach.ts';
export * as detach from './detach.ts';
export * as undo from './undo.ts';
