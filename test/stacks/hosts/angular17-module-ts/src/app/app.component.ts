import { Component } from '@angular/core';

@Component({
  selector: 'shed-root',
  templateUrl: './app.component.html'
})
export class AppComponent {
  tools = ['Wheelbarrow', 'Hedge trimmer'];
}
