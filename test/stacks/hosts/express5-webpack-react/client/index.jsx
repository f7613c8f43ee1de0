import { createRoot } from "react-dom/client"
import Shed from "./Shed"
import "./shed.css"

createRoot(document.getElementById("app")).render(<Shed />)
