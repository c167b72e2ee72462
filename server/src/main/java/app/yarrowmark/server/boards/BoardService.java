package app.yarrowmark.server.boards;

import app.yarrowmark.server.events.LiveEvents;
import app.yarrowmark.server.history.HistoryService;
import app.yarrowmark.server.pages.Slugs;
import app.yarrowmark.server.problems.Refusal;
import app.yarrowmark.server.problems.RuleViolations;
import app.yarrowmark.server.standings.StandingAt;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps views under names. */
@Service
public class BoardService {

    private static final int LONGEST_NAME = 80;
    private static final int LONGEST_ADDRESS = 2000;

    private final BoardRepository boards;
    private final StandingAt standings;
    private final HistoryService history;
    private final LiveEvents events;
    private final Clock clock;

    BoardService(BoardRepository boards, StandingAt standings, HistoryService history, LiveEvents events, Clock clock) {
        this.boards = boards;
        this.standings = standings;
        this.history = history;
        this.events = events;
        this.clock = clock;
    }

    /** Returns all, by page and name. */
    @Transactional(readOnly = true)
    public List<BoardView> all() {
        return boards.findAllByOrderByPageAscNameAsc().stream()
                .map(BoardEntity::view)
                .toList();
    }

    /**
     * Keeps a view.
     *
     * @throws RuleViolations if name or address are unfit
     * @throws Refusal if the page has one of that name
     */
    @Transactional
    BoardView keep(BoardView.Page page, String name, String address, String who) {
        check(name, address);
        refuseTwins(page, name.strip(), -1);
        BoardEntity board = new BoardEntity(page);
        board.set(name.strip(), address, who, clock.instant());
        boards.saveAndFlush(board);
        history.add(HistoryService.Kind.BOARD, board.id, "KEPT", who, board.page.words() + " " + board.name);
        events.changed(LiveEvents.Topic.BOARDS);
        return board.view();
    }

    /**
     * Changes name and content of one.
     *
     * @throws RuleViolations if name or address are unfit, it is of another page, or readers see it and could not any more
     * @throws Refusal if there is no such view, it was changed meanwhile, or the page has another of that name
     */
    @Transactional
    BoardView change(long id, BoardView.Page page, String name, String address, int edition, String who) {
        check(name, address);
        BoardEntity board = boards.findById(id).orElseThrow(() -> missing(id));
        if (board.edition != edition) {
            throw Refusal.overtaken("this kept view", board.view());
        }
        if (board.page != page) {
            throw new RuleViolations("page", "was " + board.page + " and stays so: keep it there under a new name");
        }
        refuseTwins(page, name.strip(), id);
        if (board.publicSlug != null) {
            standings.at(address);
        }
        board.set(name.strip(), address, who, clock.instant());
        history.add(HistoryService.Kind.BOARD, id, "CHANGED", who, board.page.words() + " " + board.name);
        boards.flush();
        events.changed(LiveEvents.Topic.BOARDS);
        return board.view();
    }

    /**
     * Forgets one.
     *
     * @throws Refusal if there is none
     */
    @Transactional
    void forget(long id, String who) {
        BoardEntity board = boards.findById(id).orElseThrow(() -> missing(id));
        history.add(
                HistoryService.Kind.BOARD,
                id,
                "FORGOTTEN",
                who,
                board.page.words() + " " + board.name + ": " + board.address);
        boards.delete(board);
        events.changed(LiveEvents.Topic.BOARDS);
    }

    /** Returns the one that readers see at a public address; empty where they see none. */
    @Transactional(readOnly = true)
    public Optional<BoardView> shownAt(String slug) {
        return boards.findByPublicSlug(slug).map(BoardEntity::view);
    }

    /**
     * Shows one to readers, who need no account, or to nobody but those who have one.
     *
     * @throws RuleViolations if it is of a page, or asks for something, that readers cannot be shown
     * @throws Refusal if there is no such view
     */
    @Transactional
    BoardView show(long id, boolean shown, String who) {
        BoardEntity board = boards.findById(id).orElseThrow(() -> missing(id));
        if (board.page != BoardView.Page.STANDINGS) {
            throw new RuleViolations("page", "is " + board.page.words() + ": only standings can be shown to readers");
        }
        if (shown == (board.publicSlug != null)) {
            return board.view();
        }
        if (shown) {
            standings.at(board.address);
        }
        board.publicSlug = shown
                ? Slugs.of(
                        board.name,
                        "board",
                        taken -> boards.findByPublicSlug(taken).isPresent())
                : null;
        boards.flush();
        history.add(
                HistoryService.Kind.BOARD,
                id,
                shown ? "SHOWN_TO_READERS" : "SHOWN_NO_MORE",
                who,
                board.page.words() + " " + board.name);
        events.changed(LiveEvents.Topic.BOARDS);
        return board.view();
    }

    private static void check(String name, String address) {
        List<RuleViolations.Violation> wrong = new ArrayList<>();
        if (name.isBlank() || name.strip().length() > LONGEST_NAME) {
            wrong.add(new RuleViolations.Violation("name", "has 1 to " + LONGEST_NAME + " characters"));
        }
        if (!address.isEmpty() && (!address.startsWith("?") || address.chars().anyMatch(c -> c <= ' '))) {
            wrong.add(new RuleViolations.Violation(
                    "address", "is the part of the page's address from its question mark, or empty"));
        }
        if (address.length() > LONGEST_ADDRESS) {
            wrong.add(new RuleViolations.Violation(
                    "address", "has at most " + LONGEST_ADDRESS + " characters, this has " + address.length()));
        }
        if (!wrong.isEmpty()) {
            throw new RuleViolations(wrong);
        }
    }

    private void refuseTwins(BoardView.Page page, String name, long own) {
        boards.findByPageAndName(page, name).filter(b -> b.id != own).ifPresent(b -> {
            throw Refusal.conflict(
                    "There is one called \"" + b.name + "\" already: choose another name, or replace it.");
        });
    }

    private static Refusal missing(long id) {
        return Refusal.notFound("There is no kept view number " + id + ": it may have been forgotten meanwhile.");
    }
}
