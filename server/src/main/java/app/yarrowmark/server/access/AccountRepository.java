package app.yarrowmark.server.access;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface AccountRepository extends JpaRepository<AccountEntity, Long> {

    Optional<AccountEntity> findByName(String name);

    List<AccountEntity> findAllByOrderByCreatedAt();

    long countByRoleAndClosedAtIsNull(Role role);

    @Query("select a.role from AccountEntity a where a.name = :name and a.closedAt is null")
    Optional<Role> roleOf(String name);
}
