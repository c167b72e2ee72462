package app.yarrowmark.core.claim;

import java.util.List;

/**
 * A number that a text says.
 *
 * @param from where its words begin in the text
 * @param to where they end
 * @param text the words themselves
 * @param value in the unit of its kind: a share of 1 for shares and parts, how many times for times, seconds for durations, a
 *     place for ranks, else the number
 * @param step half of it is how far the value may be off by the digits that are written; 0 for words such as twice
 * @param unit as it is written, for amounts; how many there are in all, for ranks; empty else
 * @param named names that the clause has, in small letters, the longest for each
 */
public record Claim(
        int from,
        int to,
        String text,
        Kind kind,
        double value,
        double step,
        String unit,
        Bound bound,
        Way way,
        List<String> named) {

    /** Returns the same without its sign, which says which way it goes. */
    Claim unsigned() {
        boolean signed = text.startsWith("+") || value < 0;
        Way meant = !signed || way != Way.NONE ? way : value < 0 ? Way.LESS : Way.MORE;
        return new Claim(from, to, text, kind, Math.abs(value), step, unit, bound, meant, named);
    }

    /** What a number is. */
    public enum Kind {
        /** 29 %, ten per cent. */
        SHARE,
        /** twice, 1.7 times, ×1.71. */
        TIMES,
        /** half, a third, two thirds: of something, or less or more by it. */
        PART,
        /** 4:05, 88 s, an hour and 20 minutes. */
        DURATION,
        /** third of 44. */
        RANK,
        /** 64.2 frames/s, 31 dB(A). */
        AMOUNT,
        /** A number of things, or a number without a unit. */
        COUNT
    }

    /** How close the number is meant. */
    public enum Bound {
        EXACT,
        /** about, nearly, some. */
        ABOUT,
        /** more than, at least, over. */
        ABOVE,
        /** less than, at most, under. */
        BELOW
    }

    /** Which way a difference goes, as the words beside it say. */
    public enum Way {
        /** faster, more, higher, ahead. */
        MORE,
        /** slower, less, fewer, behind. */
        LESS,
        /** sooner, quicker by time; less of it is better. */
        SOONER,
        /** later, longer. */
        LATER,
        /** No such word stands beside it. */
        NONE
    }
}
