package app.yarrowmark.server.writeups;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface WriteUpRepository extends JpaRepository<WriteUpEntity, Long> {

    List<WriteUpEntity> findAllByOrderByChangedAtDesc();

    Optional<WriteUpEntity> findBySlug(String slug);

    boolean existsBySlug(String slug);
}
