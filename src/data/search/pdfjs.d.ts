/** The library tells no types of its worker; it is only handed over. */
declare module "pdfjs-dist/legacy/build/pdf.worker.mjs";
