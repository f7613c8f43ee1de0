import * as React from "react";
import { createRoot } from "react-dom/client";
import Days from "./Days";
import "./days.css";

const container = document.getElementById("root") as HTMLElement;

createRoot(container).render(<Days />);
