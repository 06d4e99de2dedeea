/** What can be wrong with a file somebody hands us. The message says what, and where in the file. */
export interface FormatFault {
  code:
    | 'notAFile'
    | 'foreign'
    | 'truncated'
    | 'newerVersion'
    | 'missingPart'
    | 'damagedPart'
    | 'invalidPart'
    | 'tooLarge';
  message: string;
}
