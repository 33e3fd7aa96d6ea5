// Which files can hold a sheet.
export const SHEETS = ".txt,.md,.csv,.pdf,.docx,.odt,.rtf,.html,.htm";

export const isPicture = (file: File) =>
  file.type.startsWith("image/") || /\.(png|jpe?g|webp|tiff?)$/i.test(file.name);
