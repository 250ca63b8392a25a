<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Foundation\Text;

use Kennel\Core\Foundation\Text\SearchText;
use PHPUnit\Framework\TestCase;

final class SearchTextTest extends TestCase
{
    public function test_words_are_bare_of_case_marks_and_punctuation_and_keep_their_script(): void
    {
        self::assertSame(['strasse', 'no', '7a', 'jo', 'holm'], SearchText::words('  Straße,  No. 7a – Jo·Holm!'));
        self::assertSame(['zoe', 'ελλασ', '渡辺', '葵'], SearchText::words('Zoë Ελλάς 渡辺 葵'));
        self::assertSame(['fi', 'e'], SearchText::words("ﬁ e\u{301}"));
        self::assertSame([], SearchText::words(' .-_ '));
        self::assertSame([], SearchText::words(''));
    }

    public function test_a_column_has_each_word_once_with_a_space_before_it(): void
    {
        self::assertSame(' maren thistlewood post example', SearchText::column('Maren Thistlewood', 'maren@post.example'));
        self::assertSame(' ', SearchText::column());
    }
}
