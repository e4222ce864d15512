declare module '@fontsource-variable/*';
