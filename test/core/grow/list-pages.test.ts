import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const BED = `<?php

namespace App\\Entity;

use App\\Repository\\BedRepository;
use Doctrine\\Common\\Collections\\Collection;
use Doctrine\\DBAL\\Types\\Types;
use Doctrine\\ORM\\Mapping as ORM;

#[ORM\\Entity(repositoryClass: BedRepository::class)]
class Bed
{
    #[ORM\\Id]
    #[ORM\\GeneratedValue]
    #[ORM\\Column]
    private ?int $id = null;

    #[ORM\\Column(type: Types::DATE_IMMUTABLE)]
    private ?\\DateTimeImmutable $dugOn = null;

    #[ORM\\Column]
    public ?\\DateTimeImmutable $seenAt = null;

    #[ORM\\Column]
    private bool $isSunny = false;

    #[ORM\\Column]
    private array $seeds = [];

    #[ORM\\Column(type: 'json')]
    public string $notes = '';

    #[ORM\\Column(length: 32)]
    private string $gateToken = '';

    #[ORM\\Column]
    private string $unread = '';

    #[ORM\\Column(enumType: Kind::class)]
    public Kind $kind;

    #[ORM\\ManyToOne]
    private ?User $keeper = null;

    #[ORM\\OneToMany(targetEntity: Tool::class, mappedBy: 'bed')]
    private Collection $tools;

    private string $passing = '';

    public function __construct(
        #[ORM\\Column(length: 80)] private string $label,
    ) {
    }

    public function getId(): ?int { return $this->id; }
    public function getDugOn(): ?\\DateTimeImmutable { return $this->dugOn; }
    public function isSunny(): bool { return $this->isSunny; }
    public function getSeeds(): array { return $this->seeds; }
    public function getGateToken(): string { return $this->gateToken; }
    public function getKeeper(): ?User { return $this->keeper; }
    public function getLabel(): string { return $this->label; }
}
`;

// As before PHP 8: mapped in comments, found by no class of its own.
const TOOL = `<?php

namespace App\\Entity;

use Doctrine\\ORM\\Mapping as ORM;

/**
 * @ORM\\Entity()
 */
class Tool
{
    /**
     * @ORM\\Id
     * @ORM\\Column(type="integer")
     */
    public $number;

    /**
     * @ORM\\Column(type="datetime", nullable=true)
     */
    public $lentAt;

    /**
     * @ORM\\Column(type="string")
     */
    public $apiKey;
}
`;

const symfony = (more: Record<string, string> = {}): MemoryStackHost =>
  new MemoryStackHost('symfony74-php', { 'src/Entity/Bed.php': BED, 'src/Entity/Tool.php': TOOL, ...more });

describe('a page that lists an entity of Doctrine', () => {
  it('shows what people may see, page by page, by the class that finds them', async () => {
    const host = symfony();
    const before = host.tree();
    expect(await host.growList('bed', { link: true })).toBe(true);
    const controller = host.text('src/Controller/BedController.php');
    expect(controller).toContain("#[Route('/beds', name: 'app_beds')]");
    expect(controller).toContain('use App\\Repository\\BedRepository;');
    expect(controller).toContain("$repository->findBy([], ['id' => 'ASC'], self::PER_PAGE + 1,");
    const view = host.text('templates/bed/index.html.twig') ?? '';
    expect([...view.matchAll(/<td>\{\{ (.*) \}\}/g)].map(([, one]) => one)).toEqual([
      'bed.id',
      "bed.dugOn ? bed.dugOn|date('Y-m-d')",
      "bed.seenAt ? bed.seenAt|date('Y-m-d H:i')",
      "bed.isSunny ? 'yes' : 'no'",
      'bed.label',
    ]);
    expect(view).toContain("{% extends 'base.html.twig' %}");
    expect(host.text('templates/base.html.twig')).toContain(`<a href="{{ path('app_beds') }}">Beds</a>`);
    expect(await host.growList('Beds')).toBe(false);
    await host.detach('list-page:Bed');
    expect(host.tree()).toEqual(before);
  });

  it('is found by its manager where it has no class for that, and reads comments', async () => {
    const host = symfony();
    await host.growList('Tool', { address: '/shed/tools' });
    const controller = host.text('src/Controller/ToolController.php');
    expect(controller).toContain("$entities->getRepository(Tool::class)->findBy([], ['number' => 'ASC']");
    expect(controller).toContain("#[Route('/shed/tools', name: 'app_tools')]");
    expect(host.text('templates/tool/index.html.twig')).not.toMatch(/apiKey/i);
  });

  it('is guarded, strict and open as the other pages are', async () => {
    const guarded = (name: string): string =>
      `<?php\n\ndeclare(strict_types=1);\n\nnamespace App\\Controller;\n\nuse Symfony\\Bundle\\FrameworkBundle\\Controller\\AbstractController;\nuse Symfony\\Component\\HttpFoundation\\Response;\nuse Symfony\\Component\\Routing\\Attribute\\Route;\nuse Symfony\\Component\\Security\\Http\\Attribute\\IsGranted;\n\n#[IsGranted('ROLE_MEMBER')]\nclass ${name}Controller extends AbstractController\n{\n    #[Route('/${name.toLowerCase()}', name: 'app_${name.toLowerCase()}')]\n    public function index(): Response\n    {\n        return $this->render('plot/index.html.twig');\n    }\n}\n`;
    const host = symfony(
      Object.fromEntries(
        ['Rake', 'Hoe', 'Plot', 'Fork'].map((one) => [`src/Controller/${one}Controller.php`, guarded(one)]),
      ),
    );
    await host.growList('Bed');
    const controller = host.text('src/Controller/BedController.php') ?? '';
    expect(controller).toContain("#[IsGranted('ROLE_MEMBER')]\nclass BedController");
    expect(controller).toContain('use Symfony\\Component\\Security\\Http\\Attribute\\IsGranted;');
    expect(controller).toContain('declare(strict_types=1);');
  });

  it('goes beside a controller of that name, and leaves its route alone', async () => {
    const host = symfony({ 'src/Entity/Plot.php': BED.replaceAll('Bed', 'Plot') });
    await expect(host.growList('Plot')).rejects.toMatchObject({
      parts: { status: 3, where: { file: 'src/Controller/PlotController.php' } },
    });
    await host.growList('Plot', { address: '/all-plots' });
    expect(host.text('src/Controller/PlotListController.php')).toContain("name: 'app_plots_list'");
    expect(host.text('templates/plot/list.html.twig')).toBeDefined();
  });

  it.each([
    ['Hose', {}, { status: 2, why: 'there are Bed, Tool, User' }],
    ['Bed', { address: 'beds' }, { status: 2 }],
    ['Bed', { address: '/plots' }, { status: 3, what: 'There is a page at /plots already' }],
  ])('refuses %s with %o in words', async (name, more, parts) => {
    await expect(symfony().growList(name, more)).rejects.toMatchObject({ parts });
  });

  it('says where no entities are known', async () => {
    await expect(new MemoryStackHost('symfony64-php').growList('Bed')).rejects.toMatchObject({ parts: { status: 3 } });
    await expect(new MemoryStackHost('vite-vue-ts').growList('Bed')).rejects.toMatchObject({ parts: { status: 3 } });
  });
});

const SWAP = `<?php

namespace App\\Models;

use Illuminate\\Database\\Eloquent\\Model;

class SeedSwap extends Model
{
    protected $hidden = ['organiser_note'];

    protected function casts(): array
    {
        return ['seen_at' => 'datetime:Y-m-d', 'dug_on' => 'date', 'shape' => Shape::class, 'tags' => 'array'];
    }
}
`;

const migration = (up: string): string =>
  `<?php\n\nreturn new class extends Migration\n{\n    public function up(): void\n    {\n${up}    }\n\n    public function down(): void\n    {\n        Schema::table('seed_swaps', fn (Blueprint $table) => $table->string('gone_again'));\n    }\n};\n`;

const laravel = (id: string, more: Record<string, string> = {}): MemoryStackHost =>
  new MemoryStackHost(id, {
    'app/Models/SeedSwap.php': SWAP,
    'database/migrations/2024_01_01_000000_create_seed_swaps_table.php': migration(
      "        Schema::create('seed_swaps', function (Blueprint $table) {\n            $table->id();\n            $table->foreignId('user_id')->constrained();\n            $table->string('title')->index();\n            $table->boolean('open');\n            $table->string('old');\n            $table->json('kinds');\n            $table->text('organiser_note');\n            $table->string('invite_token');\n            $table->timestamps();\n            $table->index(['title', 'open']);\n        });\n        Schema::create('others', fn (Blueprint $table) => $table->string('other'));\n",
    ),
    'database/migrations/2024_02_01_000000_change.php': migration(
      "        Schema::table('seed_swaps', function (Blueprint $table) {\n            $table->dropColumn(['old']);\n            $table->integer('seats')->after('open');\n            $table->string('shape');\n            $table->text('tags');\n            $table->timestamp('seen_at');\n            $table->date('dug_on');\n        });\n",
    ),
    ...more,
  });

describe.each(['laravel10-php', 'laravel11-php', 'laravel12-php'])('a page that lists a model: %s', (id) => {
  it('shows the columns that its migrations leave, but for what is hidden', async () => {
    const host = laravel(id);
    const before = host.tree();
    await host.growList('SeedSwap', { link: true });
    const view = [...host.tree()].find(([file]) => /views\/seed-swaps.*\.blade\.php$/.test(file))?.[1] ?? '';
    expect([...view.matchAll(/<td>\{\{ \$seedSwap->(\w+)/g)].map(([, one]) => one)).toEqual([
      'id',
      'title',
      'open',
      'created_at',
      'updated_at',
      'seats',
      'seen_at',
      'dug_on',
    ]);
    expect(view).toContain("{{ $seedSwap->dug_on?->format('Y-m-d') }}");
    expect(host.text('app/Http/Controllers/SeedSwapController.php')).toContain(
      "SeedSwap::query()->orderBy('id')->simplePaginate(50)",
    );
    expect(host.text('routes/web.php')).toMatch(/Route::get\('\/seed-swaps', \[SeedSwapController::class, 'index'\]\)/);
    await host.detach('list-page:SeedSwap');
    expect(host.tree()).toEqual(before);
  });
});

describe('a page that lists a model', () => {
  it('stands in the group that the other pages are in, so that what guards these guards it, too', async () => {
    const web =
      "<?php\n\nuse App\\Http\\Controllers\\PlotController;\nuse App\\Http\\Controllers\\ToolController;\nuse Illuminate\\Support\\Facades\\Route;\n\nRoute::view('/', 'welcome');\n\nRoute::middleware('auth')->prefix('members')->group(function () {\n    Route::get('/plots', [PlotController::class, 'index']);\n    Route::get('/tools', [ToolController::class, 'index']);\n});\n";
    const host = laravel('laravel12-php', { 'routes/web.php': web });
    const before = host.tree();
    await host.growList('SeedSwap', { address: '/members/seed-swaps' });
    expect(host.text('routes/web.php')).toBe(
      web
        .replace(
          "    Route::get('/tools', [ToolController::class, 'index']);\n",
          "    Route::get('/tools', [ToolController::class, 'index']);\n    Route::get('/seed-swaps', [SeedSwapController::class, 'index']);\n",
        )
        .replace(
          'use App\\Http\\Controllers\\ToolController;',
          'use App\\Http\\Controllers\\SeedSwapController;\nuse App\\Http\\Controllers\\ToolController;',
        ),
    );
    await host.detach('list-page:SeedSwap');
    expect(host.tree()).toEqual(before);
  });

  it('has a name as the others have, by which it is linked, also in a group that begins names', async () => {
    const web =
      "<?php\n\nuse App\\Http\\Controllers\\PlotController;\nuse App\\Http\\Controllers\\ToolController;\nuse Illuminate\\Support\\Facades\\Route;\n\nRoute::view('/', 'welcome')->name('home');\n\nRoute::prefix('members')->name('members.')->group(function () {\n    Route::get('/plots', [PlotController::class, 'index'])->name('plots.all');\n    Route::get('/tools', [ToolController::class, 'index'])->name('tools.all');\n});\n";
    const layout =
      '<html>\n<body>\n    <nav>\n        <a href="{{ route(\'members.plots.all\') }}">Plots</a>\n        <a href="{{ route(\'members.tools.all\') }}">Tools</a>\n    </nav>\n    {{ $slot }}\n</body>\n</html>\n';
    const host = laravel('laravel12-php', {
      'routes/web.php': web,
      'resources/views/components/layout.blade.php': layout,
    });
    await host.growList('SeedSwap', { address: '/members/seed-swaps', link: true });
    expect(host.text('routes/web.php')).toContain(
      "    Route::get('/seed-swaps', [SeedSwapController::class, 'index'])->name('seed-swaps.all');\n});",
    );
    expect(host.text('resources/views/components/layout.blade.php')).toContain(
      `<a href="{{ route('members.seed-swaps.all') }}">Seed swaps</a>`,
    );
  });

  it('is refused where components of a page bridge are the pages', async () => {
    const shown = (name: string): string =>
      `<?php\n\nnamespace App\\Http\\Controllers;\n\nuse Inertia\\Inertia;\n\nclass ${name}Controller extends Controller\n{\n    public function index()\n    {\n        return Inertia::render('${name}');\n    }\n}\n`;
    const host = laravel('laravel12-php', {
      'app/Http/Controllers/PlotController.php': shown('Plot'),
      'app/Http/Controllers/ToolController.php': shown('Tool'),
    });
    await expect(host.growList('SeedSwap')).rejects.toMatchObject({
      parts: { status: 3, next: expect.stringContaining('ligament grow page SeedSwaps') as string },
    });
  });

  it('takes what may be filled in where no migration tells the columns', async () => {
    const host = new MemoryStackHost('laravel12-php', {
      'app/Models/Hedge.php': SWAP.replace('SeedSwap', 'Hedge').replace(
        'protected $hidden',
        "protected $table = 'green';\n\n    protected $primaryKey = 'number';\n\n    protected $fillable = ['height', 'organiser_note', 'gate_password'];\n\n    protected $hidden",
      ),
    });
    await host.growList('Hedge');
    const view = host.text('resources/views/hedges/index.blade.php') ?? '';
    expect([...view.matchAll(/\$hedge->(\w+)/g)].map(([, one]) => one)).toEqual(['height']);
    expect(host.text('app/Http/Controllers/HedgeController.php')).toContain("orderBy('number')");
  });
});
