import { SaxesParser } from 'saxes';
import { messageOf } from '../../message-of.ts';

export interface XmlElement {
  name: string;
  /** Offset of its start tag. */
  start: number;
  /** Behind its start tag. */
  open: number;
  /** Offset of its end tag; of a tag that closes itself, where that tag ends. */
  close: number;
  end: number;
  selfClosing: boolean;
  children: XmlElement[];
  /** Its own text, without that of its children. */
  text: string;
}

export interface XmlFault {
  reason: string;
  at: number;
}

/** Reads an XML document (XML 1.0, fifth edition) with the place of every element. Entities of its own are not expanded. */
export function readXml(text: string): XmlElement | XmlFault {
  const parser = new SaxesParser({ position: true });
  const stack: XmlElement[] = [];
  let root: XmlElement | undefined;
  let fault: XmlFault | undefined;
  parser.on('error', (error) => {
    // Of several errors the first one tells.
    fault ??= {
      reason: `it is not well-formed XML (${error.message.replace(/^.*?\d+:\d+: /, '')})`,
      at: Math.min(parser.position, text.length),
    };
  });
  parser.on('opentag', ({ name, isSelfClosing }) => {
    const open = parser.position;
    const start = text.lastIndexOf('<', open - 1);
    const element: XmlElement = {
      name,
      start,
      open,
      close: open,
      end: open,
      selfClosing: isSelfClosing,
      children: [],
      text: '',
    };
    const parent = stack.at(-1);
    if (parent) parent.children.push(element);
    root ??= element;
    stack.push(element);
  });
  parser.on('closetag', () => {
    const element = stack.pop();
    if (!element) return;
    element.end = parser.position;
    element.close = element.selfClosing ? element.end : text.lastIndexOf('</', element.end - 1);
  });
  const addText = (part: string): void => {
    const element = stack.at(-1);
    if (element) element.text += part;
  };
  parser.on('text', addText);
  parser.on('cdata', addText);
  try {
    parser.write(text).close();
  } catch (error) {
    fault ??= { reason: `it cannot be read (${messageOf(error)})`, at: 0 };
  }
  return fault ?? root ?? { reason: 'it has no element', at: 0 };
}
