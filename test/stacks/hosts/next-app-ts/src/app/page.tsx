import { ToolList } from "@/components/ToolList";

export default function Home() {
  return (
    <main>
      <h1>Tool shed</h1>
      <ToolList />
    </main>
  );
}
