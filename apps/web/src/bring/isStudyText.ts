/** Whether a text says that it is a study of this program, sound or not. */
export const isStudyText = (text: string): boolean => /"format"\s*:\s*"levitas-study"/.test(text);
