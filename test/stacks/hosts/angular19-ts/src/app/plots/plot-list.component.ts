import { Component, signal } from '@angular/core';

@Component({
  selector: 'plot-list',
  template: `
    <ul>
      @for (plot of plots(); track plot) {
        <li>Plot {{ plot }}</li>
      }
    </ul>
  `,
})
export class PlotListComponent {
  readonly plots = signal([1, 2, 3]);
}
