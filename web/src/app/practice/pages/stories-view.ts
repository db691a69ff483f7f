import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { setKindList } from '@amber-relay/core/card';
import { caseEndNames, isWon, toldCases } from '@amber-relay/core/practice';
import { fromStore } from '../../storage/from-store';
import { PracticeRepository } from '../../storage/practice-repository';
import { beginLink } from '../begin-link';
import { HelpMemory } from '../help-memory';
import { HelpChoice } from './help-choice';

/** Cases with a story, over all kinds of set. */
@Component({
  selector: 'app-stories-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [HelpChoice],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Stories">
      <header>
        <h1>Stories</h1>
        <span class="grow quiet">{{ done() }} of {{ stories().length }} mended</span>
        <app-help-choice />
      </header>
      <div class="cards">
        @for (story of stories(); track story.id) {
          <article class="panel" [attr.data-story]="story.id">
            <h2>{{ story.title }}</h2>
            <p class="quiet">{{ story.kind }}. {{ story.owner }}</p>
            <p class="words">“{{ story.words }}”</p>
            <p class="row">
              <a class="chip main" [href]="story.link">Begin</a>
              <span class="grow quiet" [class.ok]="story.won">{{ story.end }}</span>
            </p>
          </article>
        }
      </div>
    </div>
  `,
  styles: `
    .cards {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(320px, 1fr));
      gap: 12px;
    }
    article {
      display: flex;
      flex-direction: column;
      gap: 6px;
    }
    .words {
      flex: 1;
      font: var(--mat-sys-body-large);
      font-stretch: var(--ar-stretch-text);
    }
  `,
})
export class StoriesView {
  private readonly rows = fromStore('the cases', inject(PracticeRepository).cases$, []);
  private readonly help = inject(HelpMemory).help;
  protected readonly kind = signal('');
  protected readonly stories = computed(() =>
    toldCases().map(({ id, kind, told }) => {
      const played = this.rows().filter((row) => row.told?.title === told.title && row.end !== undefined);
      const end = played.find((row) => isWon(row.end))?.end ?? played[0]?.end;
      return {
        id,
        title: told.title,
        owner: told.owner,
        words: told.words,
        kind: setKindList.find((each) => each.id === kind)?.name ?? kind,
        link: beginLink({ told: id }, this.help()),
        end: end ? caseEndNames[end] : '',
        won: isWon(end),
      };
    }),
  );
  protected readonly done = computed(() => this.stories().filter(({ won }) => won).length);
}
