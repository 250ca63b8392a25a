<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\Core\Foundation\Text\SearchText;

/** Made-up people, in several scripts, with addresses under .example and .test only. */
final class People
{
    private const GIVEN = [
        'Oriel', 'Ngozi', 'Tam', 'Sunniva', 'Piers', 'Maren', 'Jory', 'Aurelio', 'Hedda', 'Kofi', 'Ysolde', 'Dmitri', 'Elowen', 'Ines', 'Rafe',
        'Aisling', 'Bram', 'Catalina', 'Davit', 'Esmé', 'Faolán', 'Gudrun', 'Hamish', 'Imogen', 'Jaromír', 'Keziah', 'Leocadia', 'Mateusz',
        'Nerys', 'Odalys', 'Perpetua', 'Quill', 'Rosalind', 'Søren', 'Tesfaye', 'Ulrika', 'Vashti', 'Winifred', 'Xanthe', 'Yusuf', 'Zofia',
        'Anneliese', 'Bartholomew', 'Chidi', 'Delphine', 'Ewan', 'Freya', 'Giacomo', 'Hyacinth', 'Ikram', 'Joaquín', 'Lleuwen', 'Małgorzata',
    ];

    private const FAMILY = [
        'Vance', 'Adeyemi-Holt', 'Pellow', 'Brekke', 'Okonkwo', 'Thistlewood', 'Penrose', 'Sandoval', 'Winterbourne', 'Mensah-Reed', 'Carrow',
        'Vale', 'Marsh', 'Ashgrove', 'Birkbeck', 'Calloway', 'Dunmore', 'Eastlake', 'Fenwick', 'Garroway', 'Hallam', 'Ives', 'Jessop', 'Kestrel',
        'Lindqvist', 'Mirzoyan', 'Nakagawa', 'Ostrowski', 'Pemberton', 'Quayle', 'Rendell', 'Saltmarsh', 'Tregarthen', 'Underhill', 'Varga',
        'Weir', 'Yarrow', 'Zielińska', 'Featherstonehaugh-Abernathy', 'Díaz de la Vega', 'van der Heijden', 'Ó Súilleabháin', 'Þórarinsdóttir',
    ];

    private const OTHER_SCRIPTS = [
        ['Ильза Каравай', 'ilza.karavai'], ['Bảo Trân Lý', 'baotran.ly'], ['نور الحداد', 'nour.haddad'], ['渡辺 葵', 'aoi.watanabe'],
        ['Ελένη Βασιλείου', 'eleni.vasileiou'], ['אביגיל לוי', 'avigail.levi'], ['김하늘', 'haneul.kim'], ['सुनीता राव', 'sunita.rao'],
        ['Գայանե Մելքոնյան', 'gayane.m'], ['ნინო ბერიძე', 'nino.beridze'], ['陳思遠', 'siyuan.chen'], ['Олесь Гай', 'oles.hai'],
    ];

    private const DOMAINS = ['alderwend.example', 'millreach.example', 'wendforks.test', 'post.example', 'saltings.example', 'gauge.test', 'reach.example'];

    /** @var array<string, int> how often each address was wanted; there are some ten thousand, however many people */
    private array $wanted = [];

    /** @var array<string, string> names in ASCII: the same few come again and again, and each costs half a millisecond */
    private array $ascii = [];

    public function __construct(private readonly SeededEntropy $entropy)
    {
    }

    /** @return array{name: string, email: string} an address nobody had before */
    public function next(): array
    {
        if ($this->entropy->chance(4)) {
            [$name, $local] = $this->entropy->pick(self::OTHER_SCRIPTS);
        } else {
            $given = $this->entropy->pick(self::GIVEN);
            $family = $this->entropy->pick(self::FAMILY);
            $name = "{$given} {$family}";
            $local = $this->local($given, $family);
        }

        return ['name' => $name, 'email' => $this->unique($local, $this->entropy->pick(self::DOMAINS))];
    }

    /** Keeps an address from being given to somebody made up. */
    public function reserve(string $email): void
    {
        $this->wanted[$email] = 1;
    }

    private function local(string $given, string $family): string
    {
        $first = implode('', SearchText::words($this->ascii($given)));
        $last = SearchText::words($this->ascii($family));
        $last = end($last) ?: 'river';

        return match ($this->entropy->random->getInt(0, 4)) {
            0 => "{$first}.{$last}",
            1 => $first[0].".{$last}",
            2 => "{$first}.river",
            3 => "{$last}.{$first}",
            default => $first.$last,
        };
    }

    private function ascii(string $name): string
    {
        return $this->ascii[$name] ??= transliterator_transliterate('Any-Latin; Latin-ASCII', $name) ?: 'river';
    }

    private function unique(string $local, string $domain): string
    {
        $email = "{$local}@{$domain}";
        $count = $this->wanted[$email] = ($this->wanted[$email] ?? 0) + 1;

        // No name has a digit, so a number behind it is nobody else's.
        return $count === 1 ? $email : "{$local}{$count}@{$domain}";
    }
}
