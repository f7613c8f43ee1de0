<?php

namespace Society\Notice;

use Psr\Log\LoggerInterface;

class Board
{
    private $notices = array();

    public function __construct(LoggerInterface $logger)
    {
        $this->logger = $logger;
    }

    public function pin($notice)
    {
        $this->notices[] = $notice;
        $this->logger->info('pinned');
    }

    public function all()
    {
        return $this->notices;
    }

    private $logger;
}
