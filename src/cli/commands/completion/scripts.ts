/**
 * What makes each shell ask Ligament for the words that can stand at the cursor: the line up to there is handed over as it is
 * (Bash manual, "Programmable Completion"; zshcompsys; fish, "complete").
 */
export const SCRIPTS: Readonly<Record<string, string>> = {
  bash: `# ligament: words for bash. source <(ligament completion bash)
_ligament() {
  local line="\${COMP_LINE:0:COMP_POINT}" word found
  word="\${line##*[[:space:]]}"
  # Bash has the word begin behind these signs.
  local head="\${word%"\${word##*[=:]}"}"
  COMPREPLY=()
  while IFS= read -r found; do
    [[ -n "$found" ]] && COMPREPLY+=("\${found#"$head"}")
  done < <(ligament completion words -- "$line" 2>/dev/null)
  [[ "\${COMPREPLY[0]}" == *= ]] && compopt -o nospace 2>/dev/null
}
complete -F _ligament ligament`,
  zsh: `#compdef ligament
# ligament: words for zsh. source <(ligament completion zsh)
_ligament() {
  local -a found
  found=("\${(@f)$(ligament completion words -- "\${(j: :)words[1,CURRENT]}" 2>/dev/null)}")
  found=("\${(@)found:#}")
  (( \${#found} )) || return 1
  if [[ "\${found[1]}" == *= ]]; then compadd -S '' -- "\${found[@]}"; else compadd -- "\${found[@]}"; fi
}
compdef _ligament ligament`,
  fish: `# ligament: words for fish. ligament completion fish | source
function __ligament_words
  ligament completion words -- (commandline --cut-at-cursor --current-process | string collect) 2>/dev/null
end
complete --command ligament --no-files --arguments '(__ligament_words)'`,
};
