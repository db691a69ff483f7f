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
import edit from '@material-symbols/svg-400/sharp/edit.svg';
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
import back from '@material-symbols/svg-400/sharp/arrow_back.svg';
import forward from '@material-symbols/svg-400/sharp/arrow_forward.svg';
import turn from '@material-symbols/svg-400/sharp/rotate_90_degrees_cw.svg';
import mirror from '@material-symbols/svg-400/sharp/flip.svg';
import whole from '@material-symbols/svg-400/sharp/fit_screen.svg';
import more from '@material-symbols/svg-400/sharp/more_vert.svg';
import less from '@material-symbols/svg-400/sharp/remove.svg';
import line from '@material-symbols/svg-400/sharp/polyline.svg';
import sheets from '@material-symbols/svg-400/sharp/schema.svg';
import invert from '@material-symbols/svg-400/sharp/invert_colors.svg';
import remove from '@material-symbols/svg-400/sharp/delete.svg';
import views from '@material-symbols/svg-400/sharp/splitscreen_right.svg';

const icons = {
  edit,
  back,
  forward,
  turn,
  mirror,
  whole,
  less,
  more,
  line,
  sheets,
  invert,
  remove,
  views,
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

/** Their names, for whoever shows them all. */
export const iconNames: readonly string[] = Object.keys(icons);

/** The icons in use, and only those, under names that say what they are for. */
export const provideIcons = (): EnvironmentProviders =>
  provideEnvironmentInitializer(() => {
    const registry = inject(MatIconRegistry);
    const sanitizer = inject(DomSanitizer);
    // These strings ship with the program; nothing a user gives ever comes this way.
    for (const [name, svg] of Object.entries(icons)) registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(svg));
  });
