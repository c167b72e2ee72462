package app.yarrowmark.server.boards;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface BoardRepository extends JpaRepository<BoardEntity, Long> {

    List<BoardEntity> findAllByOrderByPageAscNameAsc();

    Optional<BoardEntity> findByPublicSlug(String slug);

    Optional<BoardEntity> findByPageAndName(BoardView.Page page, String name);
}
