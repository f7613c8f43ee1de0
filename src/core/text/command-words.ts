/** The words of command lines, as a shell, a hook or a list of commands separates them; quotes are left out. */
export function commandWords(text: string): string[] {
  return text.split(/[\s;&|()"'`[\],{}]+/);
}

/** Whether a command line, or a text of several, runs a program: by its name, or from where packages put their programs. */
export function runsProgram(text: string, program: string): boolean {
  return commandWords(text).some((word) => word === program || word.endsWith(`/.bin/${program}`));
}
