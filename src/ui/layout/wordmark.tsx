/** The name of the application, as it stands over every page. */
export function Wordmark() {
  return <span className="text-sea font-serif text-xl leading-none font-semibold phone:hidden">Vicenda</span>;
}
