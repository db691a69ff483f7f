import { ChangeDetectionStrategy, Component, computed, input, ViewEncapsulation } from '@angular/core';
import DOMPurify from 'dompurify';
import { marked } from 'marked';

/** A teacher's text, in Markdown: headings, lists, tables and pictures that it brings along; nothing that runs or is fetched. */
@Component({
  selector: 'app-markdown-text',
  changeDetection: ChangeDetectionStrategy.OnPush,
  encapsulation: ViewEncapsulation.None,
  template: `<div class="told" [innerHTML]="html()"></div>`,
  styles: `
    app-markdown-text .told > * + * {
      margin-top: 8px;
    }
    app-markdown-text img {
      max-width: 100%;
    }
    app-markdown-text ul {
      list-style: disc;
      padding-left: 20px;
    }
  `,
})
export class MarkdownText {
  readonly text = input.required<string>();
  protected readonly html = computed(() =>
    DOMPurify.sanitize(marked.parse(this.text(), { async: false }), {
      FORBID_TAGS: ['style', 'form', 'input', 'button', 'a', 'svg', 'math', 'iframe', 'video', 'audio'],
      FORBID_ATTR: ['style', 'id', 'class'],
      // A picture comes with the text, or not at all.
      ALLOWED_URI_REGEXP: /^data:image\/(png|jpeg|webp);/i,
    }),
  );
}
