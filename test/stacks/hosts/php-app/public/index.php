<?php
require __DIR__ . '/../vendor/autoload.php';

$board = new Society\Notice\Board(new Psr\Log\NullLogger());
$board->pin('Water is off on Friday');
?>
<!doctype html>
<title>Notices</title>
<?php foreach ($board->all() as $notice): ?>
<p><?= htmlspecialchars($notice) ?></p>
<?php endforeach ?>
