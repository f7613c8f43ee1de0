const tools = ["Spade", "Rake"];

export function ToolList() {
  return (
    <ul>
      {tools.map((tool) => (
        <li key={tool}>{tool}</li>
      ))}
    </ul>
  );
}
