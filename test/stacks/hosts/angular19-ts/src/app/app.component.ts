import { Component } from '@angular/core';
import { environment } from '../environments/environment';
import { PlotListComponent } from './plots/plot-list.component';

@Component({
  selector: 'plot-root',
  imports: [PlotListComponent],
  templateUrl: './app.component.html',
  styleUrl: './app.component.css',
})
export class AppComponent {
  readonly title = environment.title;
}
