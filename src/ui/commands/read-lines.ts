/** The lines of JSON of an answer, as they come. One that is a single text of JSON is one line. */
export async function* readLines<Line>(response: Response): AsyncGenerator<Line> {
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    const lines = (rest + (value ?? '')).split('\n');
    rest = lines.pop()!;
    for (const text of lines) if (text !== '') yield JSON.parse(text) as Line;
    if (done) break;
  }
  if (rest.trim() !== '') yield JSON.parse(rest) as Line;
}
