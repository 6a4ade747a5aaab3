import {
  BarController,
  BarElement,
  BubbleController,
  CategoryScale,
  type Chart,
  ArcElement,
  DoughnutController,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { FONT } from './theme';
import { MatrixController, MatrixElement } from 'chartjs-chart-matrix';
import { Flow, SankeyController } from 'chartjs-chart-sankey';

/** Makes Chart.js know all that pictures are made of, and write as the product does. */
export function register({ register: known, defaults }: Pick<typeof Chart, 'defaults' | 'register'>): void {
  defaults.font.family = FONT;
  known(
    ...[ArcElement, BarController, BarElement, BubbleController, CategoryScale, DoughnutController, Legend, LinearScale],
    ...[LineController, LineElement, MatrixController, MatrixElement, PointElement, SankeyController, Flow, Tooltip],
  );
}
