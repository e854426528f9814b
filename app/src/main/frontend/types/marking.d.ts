// What the server tells the script of the marker's desk; MarkingController writes it. Marks are exact numbers as text.

export interface Answer {
  key: string;
  code: string;
  texts: { response: string; text: string; words: number; onPaper: boolean }[];
  /** addresses of what was written in the booklet */
  pictures: string[];
  decides: boolean;
  others?: { sum: string; points: Record<string, string>; reason: string }[];
  aside?: string[];
}

/** A stretch of a text that is highlighted, by character, with what is said to it. */
export interface Remark {
  response: string;
  from: number;
  to: number;
  text: string;
}

export interface Group {
  title: string;
  most: string;
  exclusive: boolean;
  points: { id: string; words: string; marks: string; step: string }[];
}

export interface Given {
  points: Record<string, string>;
  adjustment: string;
  reason: string;
  remarks: Remark[];
}

export interface DeskData {
  address: string;
  locale: string;
  words: Record<string, string>;
  most: string;
  groups: Group[];
  adjustment: string;
  /** how many there can be, and how long what is said to one */
  remarks: { most: number; longest: number };
  progress: { answers: number; finished: number; own: number; left: number; forChief: number };
  queue: Answer[];
}
