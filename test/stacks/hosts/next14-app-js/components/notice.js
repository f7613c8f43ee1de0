export function Notice({ children }) {
  return <p>{children}</p>
}
