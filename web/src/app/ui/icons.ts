import { inject, provideEnvironmentInitializer, type EnvironmentProviders } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';
import add from '@material-symbols/svg-400/sharp/add.svg';
import archive from '@material-symbols/svg-400/sharp/inventory_2.svg';
import camera from '@material-symbols/svg-400/sharp/photo_camera.svg';
import cards from '@material-symbols/svg-400/sharp/developer_board.svg';
import close from '@material-symbols/svg-400/sharp/close.svg';
import contrast from '@material-symbols/svg-400/sharp/contrast.svg';
import copy from '@material-symbols/svg-400/sharp/content_copy.svg';
import day from '@material-symbols/svg-400/sharp/sunny.svg';
import download from '@material-symbols/svg-400/sharp/download.svg';
import pin from '@material-symbols/svg-400/sharp/keep.svg';
import instruments from '@material-symbols/svg-400/sharp/cable.svg';
import jobs from '@material-symbols/svg-400/sharp/sell.svg';
import practice from '@material-symbols/svg-400/sharp/science.svg';
import print from '@material-symbols/svg-400/sharp/print.svg';
import search from '@material-symbols/svg-400/sharp/search.svg';
import stock from '@material-symbols/svg-400/sharp/shelves.svg';
import strike from '@material-symbols/svg-400/sharp/ink_eraser.svg';
import sums from '@material-symbols/svg-400/sharp/function.svg';
import undo from '@material-symbols/svg-400/sharp/undo.svg';
import upload from '@material-symbols/svg-400/sharp/upload.svg';

const icons = {
  add,
  archive,
  camera,
  cards,
  close,
  contrast,
  copy,
  day,
  download,
  instruments,
  jobs,
  pin,
  practice,
  print,
  search,
  stock,
  strike,
  sums,
  undo,
  upload,
};

/** The icons in use, and only those, under names that say what they are for. */
export const provideIcons = (): EnvironmentProviders =>
  provideEnvironmentInitializer(() => {
    const registry = inject(MatIconRegistry);
    const sanitizer = inject(DomSanitizer);
    // These strings ship with the program; nothing a user gives ever comes this way.
    for (const [name, svg] of Object.entries(icons)) registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(svg));
  });
